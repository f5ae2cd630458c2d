<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Concerns\HasUuids;
use Illuminate\Database\Eloquent\Model;

/**
 * @property string $id
 * @property string $number
 * @property float $from_station_m
 * @property float $to_station_m
 * @property ?array{material: string, dn_mm: int|float, sdr: ?float, pn_bar: ?float, wall_mm: float, od_largest_mm: float, od_smallest_mm: ?float,
 *     label_size_mm: ?float, size_convention: ?string} $span where it is another pipe than the main's
 */
final class Pipe extends Model
{
    use HasUuids;

    protected $guarded = [];

    protected $casts = ['from_station_m' => 'float', 'to_station_m' => 'float', 'span' => 'array'];
}
