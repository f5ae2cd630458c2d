<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Model;

/**
 * A main taken along without signal, with the rights of whoever took it.
 *
 * @property string $id
 * @property string $job_id
 * @property string $main_id
 * @property string $person_id
 * @property string $role
 * @property string $taken_at by the clock of the job
 */
final class Taking extends Model
{
    use WholeSave;

    public $incrementing = false;

    public $timestamps = false;

    protected $keyType = 'string';

    protected $guarded = [];
}
