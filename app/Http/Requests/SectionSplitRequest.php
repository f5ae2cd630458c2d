<?php

declare(strict_types=1);

namespace App\Http\Requests;

/** A section split in two. */
final class SectionSplitRequest extends Asked
{
    public function rules(): array
    {
        return [
            'station_m' => 'required|numeric|between:-1e6,1e7', 'name' => 'required|string|min:1|max:30',
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [
            'station_m.*' => 'Say at which station.', 'name.*' => 'Give the new section a name of up to 30 letters.',
        ];
    }
}
