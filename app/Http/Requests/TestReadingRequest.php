<?php

declare(strict_types=1);

namespace App\Http\Requests;

/** A gauge read by hand. */
final class TestReadingRequest extends Asked
{
    public function rules(): array
    {
        return [
            'id' => 'required|uuid', 'at' => 'required|date', 'pressure_kpa' => 'required|numeric|min:-101|max:100000',
            'temperature_c' => 'nullable|numeric|min:-60|max:120', 'added_l' => 'nullable|numeric|min:0|max:10000000',
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return ['pressure_kpa.*' => 'Read the gauge: a number is wanted.'];
    }
}
