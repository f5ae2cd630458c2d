<?php

declare(strict_types=1);

namespace App\Http\Requests;

/** A note of the tester, or the begin of a phase. */
final class TestNoteRequest extends Asked
{
    public function rules(): array
    {
        return [
            'id' => 'required|uuid', 'text' => 'nullable|string|max:300', 'phase' => 'nullable|string|max:40', 'at' => 'nullable|date',
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return ['text.*' => 'Write the note in 300 letters or fewer.'];
    }
}
