<?php

declare(strict_types=1);

namespace App\Http\Requests;

/** A one-time code. */
final class CodeRequest extends Asked
{
    public function rules(): array
    {
        return [
            'code' => 'required|string|max:20', 'password' => 'nullable|string|max:500',
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [
            'code.*' => 'Type the six digits that your authenticator shows.', 'password.*' => 'Type your password.',
        ];
    }
}
