<?php

declare(strict_types=1);

namespace App\Http\Requests;

/** What is known of a section. */
final class SectionRequest extends Asked
{
    public function rules(): array
    {
        return [
            'name' => 'required|string|min:1|max:30', 'low_level_m' => 'required|numeric|between:-500,9000',
            'high_level_m' => 'required|numeric|between:-500,9000',
            'gauge_level_m' => 'required|numeric|between:-500,9000', 'design_pressure_kpa' => 'required|numeric|between:0,20000',
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [
            'name.*' => 'Give the section a name of up to 30 letters.', 'low_level_m.*' => 'Give the level of the lowest point in metres.',
            'high_level_m.*' => 'Give the level of the highest point in metres.', 'gauge_level_m.*' => 'Give the level of the gauge in metres.',
            'design_pressure_kpa.*' => 'The design pressure lies between 0 and 200 bar.',
        ];
    }
}
