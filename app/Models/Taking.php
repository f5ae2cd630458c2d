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

    /**
     * What a device holds of it: its id, and a proof that it was given here. The id stands in the record for others to read; the proof does not, and without it
     * nobody hands anything in under another's name.
     */
    public function pass(): string
    {
        return "{$this->id}.".self::proof($this->id);
    }

    /**
     * The taking of a pass.
     *
     * @param  bool  $isHandedIn  by somebody else than whoever took it
     * @return ?self null where it is of another job or person, or its proof is wrong; whoever took it may send its id alone, as devices did before
     */
    public static function of(string $pass, Job $job, Person $person, bool $isHandedIn): ?self
    {
        [$id, $proof] = [...explode('.', $pass, 2), ''];
        $isProven = hash_equals(self::proof($id), $proof) || ! $isHandedIn && $proof === '';

        return $isProven ? self::query()->where('job_id', $job->id)->where('person_id', $person->id)->find($id) : null;
    }

    private static function proof(string $id): string
    {
        return hash_hmac('sha256', "taking {$id}", (string) config('app.key'));
    }
}
