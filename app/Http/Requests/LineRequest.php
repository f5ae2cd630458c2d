<?php

declare(strict_types=1);

namespace App\Http\Requests;

/** Which stretch of a main to show. */
final class LineRequest extends Asked
{
    public function rules(): array
    {
        return ['from_station_m' => 'numeric', 'to_station_m' => 'numeric', 'state' => 'string', 'page' => 'integer|min:1'];
    }
}
