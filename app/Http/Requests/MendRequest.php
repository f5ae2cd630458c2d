<?php

declare(strict_types=1);

namespace App\Http\Requests;

/** What was done after a test that failed. */
final class MendRequest extends Asked
{
    public function rules(): array
    {
        return [
            'id' => 'required|uuid', 'joint' => 'nullable|integer|min:1', 'what' => 'required|string|min:5|max:500', 'pressure_lowered' => 'required|boolean',
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return ['what.*' => 'Say in a few words what was done.'];
    }
}
