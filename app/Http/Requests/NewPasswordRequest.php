<?php

declare(strict_types=1);

namespace App\Http\Requests;

/** A password chosen by its owner. */
final class NewPasswordRequest extends Asked
{
    public function rules(): array
    {
        return [
            'password' => 'required|string|max:500', 'present' => 'nullable|string|max:500',
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [
            'password.*' => 'Choose a password.', 'present.*' => 'Type the present password.',
        ];
    }
}
