<?php

declare(strict_types=1);

namespace App\Http\Requests;

/** The limits that a line is planned by. */
final class LinePlanRequest extends Asked
{
    public function rules(): array
    {
        return [
            'lengths' => 'required|array|min:1|max:12', 'lengths.*.length_m' => 'required|numeric',
            'lengths.*.count' => 'nullable|integer|min:0|max:100000', 'allowed_deg' => 'nullable|numeric', 'share' => 'nullable|numeric',
            'band_mm' => 'nullable|numeric',
            'cut_min_m' => 'nullable|numeric', 'cut_anywhere' => 'boolean',
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return ['lengths.*' => 'Give at least one pipe length in metres.', '*' => 'The limits of the plan are not numbers.'];
    }
}
