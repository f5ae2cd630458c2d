<?php

declare(strict_types=1);

namespace App\Http\Requests;

/** A token for an instrument that sends. */
final class TokenRequest extends Asked
{
    public function rules(): array
    {
        return [
            'days' => 'nullable|integer|between:1,730',
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [
            'days.*' => 'A token is good for 1 to 730 days.',
        ];
    }
}
