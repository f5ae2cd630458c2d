<?php

declare(strict_types=1);

namespace App\Http\Requests;

/** The record of a real control unit, as a file. */
final class FusionRecordRequest extends Asked
{
    public function rules(): array
    {
        return ['file' => 'required|file|max:65536', 'started_at' => 'nullable|date', 'record' => 'string|max:40'];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return ['file.*' => 'Choose the CSV or JSON file that the control unit exported.', 'started_at.*' => 'Say when the fusion began.'];
    }
}
