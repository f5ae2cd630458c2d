<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Concerns\HasUuids;
use Illuminate\Database\Eloquent\Model;

/**
 * A paper that says what somebody may do.
 *
 * @property string $id
 * @property string $person_id
 * @property string $kind one of the core's CertificateKind
 * @property string $number
 * @property ?string $until its last day
 * @property ?string $scan_sha256 of its picture
 */
final class Certificate extends Model
{
    use HasUuids;
    use WholeSave;

    protected $guarded = [];
}
