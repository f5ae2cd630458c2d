<?php

declare(strict_types=1);

namespace App\Http\Requests;

/** Somebody new, or a change to somebody. */
final class PersonRequest extends Asked
{
    public function rules(): array
    {
        return [
            'name' => 'required|string|min:2|max:80', 'email' => 'required|string|min:3|max:120', 'administrator' => 'boolean',
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [
            'name.*' => 'Give the name of the person, 2 to 80 letters.',
            'email.*' => 'Give a sign-in name: an e-mail address, or any name of 3 letters or more.',
        ];
    }
}
