<?php

declare(strict_types=1);

namespace App\Http\Requests;

/** The first administrator of an installation. */
final class FirstPersonRequest extends Asked
{
    public function rules(): array
    {
        return [
            'name' => 'required|string|min:2|max:80', 'email' => 'required|string|min:3|max:120', 'password' => 'required|string|max:500',
            'code' => 'nullable|string|max:40',
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [
            'name.*' => 'Give your name, 2 to 80 letters.', 'email.*' => 'Choose a sign-in name: an e-mail address, or any name of 3 letters or more.',
            'password.*' => 'Choose a password.',
        ];
    }
}
