<?php

declare(strict_types=1);

namespace App\Http\Requests;

/** Two sections made one. */
final class SectionJoinRequest extends Asked
{
    public function rules(): array
    {
        return [
            'with' => 'required|uuid',
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [
            'with.*' => 'Choose the section next to this one.',
        ];
    }
}
