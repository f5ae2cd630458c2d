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
 */
final class Pipe extends Model
{
    use HasUuids;

    protected $guarded = [];

    protected $casts = ['from_station_m' => 'float', 'to_station_m' => 'float'];
}
