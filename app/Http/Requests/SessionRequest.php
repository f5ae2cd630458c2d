<?php

declare(strict_types=1);

namespace App\Http\Requests;

/** Who signs in. */
final class SessionRequest extends Asked
{
    public function rules(): array
    {
        return ['email' => 'required|string', 'password' => 'required|string'];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return ['email.required' => 'Type your sign-in name.', 'password.required' => 'Type your password.'];
    }
}
