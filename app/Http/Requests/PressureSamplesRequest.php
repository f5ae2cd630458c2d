<?php

declare(strict_types=1);

namespace App\Http\Requests;

/** What a logger has read since it last sent. */
final class PressureSamplesRequest extends Asked
{
    public function rules(): array
    {
        return [
            'samples' => 'required|array|max:10000', 'samples.*.time_s' => 'required|numeric|min:0',
            'samples.*.pressure_kpa' => 'required|numeric|min:-101|max:100000', 'samples.*.temperature_c' => 'nullable|numeric',
            'samples.*.added_l' => 'nullable|numeric',
        ];
    }
}
