<?php

declare(strict_types=1);

namespace App\Http\Requests;

use App\Pictures\Pictures;
use Diastoma\Core\Sitting\InstrumentKind;
use Illuminate\Validation\Rule;

/** An instrument of a job. */
final class InstrumentRequest extends Asked
{
    public function rules(): array
    {
        return [
            'kind' => ['required', Rule::enum(InstrumentKind::class)], 'name' => 'required|string|min:1|max:80', 'serial' => 'required|string|min:1|max:60',
            'range_low' => 'nullable|numeric|between:0,1000000', 'range_high' => 'nullable|numeric|between:0,1000000',
            'range_said' => 'nullable|string|max:60', 'resolution_said' => 'nullable|string|max:60', 'calibration_until' => 'nullable|date_format:Y-m-d',
            'paper' => 'nullable|file|max:8192|mimetypes:'.implode(',', Pictures::PAPERS),
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [
            'kind.*' => 'Choose what it is.', 'name.*' => 'Give it a name the crew knows.', 'serial.*' => 'Type the serial number on it.',
            'calibration_until.*' => 'Give the last day of its calibration as a date.',
            'paper.*' => 'The paper is a picture (JPEG, PNG, WebP) of 8 MB at most.',
            'range_low.*' => 'Type the number at which its scale begins.', 'range_high.*' => 'Type the number at which its scale ends.',
            'range_said.*' => 'Say the range in a few words.', 'resolution_said.*' => 'Say the resolution in a few words.',
        ];
    }
}
