<?php

declare(strict_types=1);

namespace App\Http\Requests;

/** What was done about a nonconformance. */
final class CorrectionRequest extends Asked
{
    public function rules(): array
    {
        return [
            'cause' => 'required|string|max:20', 'correction' => 'required|string|max:500',
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [
            'cause.*' => 'Choose what it came from.', 'correction.*' => 'Say in a sentence what was done about it.',
        ];
    }
}
