<?php

declare(strict_types=1);

namespace App\Http\Requests;

/** An alignment, as a file, as points, or as straights and arcs. */
final class AlignmentRequest extends Asked
{
    public function rules(): array
    {
        return $this->hasFile('file') ? [] : [
            'points' => 'required_without:parts|array|min:2|max:20000', 'points.*.station_m' => 'nullable|numeric',
            'points.*.easting_m' => 'required|numeric', 'points.*.northing_m' => 'required|numeric', 'points.*.level_m' => 'nullable|numeric',
            'parts' => 'array|min:1|max:2000', 'parts.*.length_m' => 'required|numeric|gt:0', 'parts.*.radius_m' => 'required|numeric',
            'easting_m' => 'required_with:parts|numeric', 'northing_m' => 'required_with:parts|numeric', 'azimuth_deg' => 'required_with:parts|numeric',
            'levels' => 'array|max:2000', 'levels.*.station_m' => 'required|numeric', 'levels.*.level_m' => 'required|numeric',
            'levels.*.curve_m' => 'nullable|numeric|min:0',
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return ['*' => 'The alignment is not whole. Each point wants easting and northing; each part a length and a radius (0 for a straight, minus to the '
            .'left).'];
    }
}
