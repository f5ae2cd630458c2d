<?php

declare(strict_types=1);

namespace App\Http\Requests;

/** What a control unit has read since it last sent. */
final class FusionSamplesRequest extends Asked
{
    public function rules(): array
    {
        return [
            'samples' => 'present|array|max:5000', 'samples.*.time_s' => 'required|numeric|min:0', 'samples.*.voltage_v' => 'required|numeric',
            'samples.*.current_a' => 'required|numeric',
            'end_code' => 'nullable|string|max:60',
        ];
    }
}
