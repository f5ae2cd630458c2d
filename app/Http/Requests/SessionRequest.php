<?php

declare(strict_types=1);

namespace App\Http\Requests;

/** Who signs in. */
final class SessionRequest extends Asked
{
    public function rules(): array
    {
        return [
            'email' => 'required|string|max:200', 'password' => 'required|string|max:500', 'code' => 'nullable|string|max:20',
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [
            'email.*' => 'Type your sign-in name.', 'password.*' => 'Type your password.', 'code.*' => 'The code has six digits.',
        ];
    }
}
