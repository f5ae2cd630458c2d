<?php

declare(strict_types=1);

namespace App\Models;

use Diastoma\Core\Procedure\Reading;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;

/**
 * One line of the journal. Written once, by App\Journal\Journal.
 *
 * @property string $id made by the client
 * @property int $seq
 * @property string $payload JSON text as hashed
 */
final class Entry extends Model
{
    public $timestamps = false;

    public $incrementing = false;

    protected $keyType = 'string';

    protected $guarded = [];

    protected $casts = ['seq' => 'int'];

    /** @return BelongsTo<Person, $this> */
    public function person(): BelongsTo
    {
        return $this->belongsTo(Person::class);
    }

    /** Whoever wrote it: a unit that sent it by itself, with the person who started it, or that person alone. */
    public function author(): string
    {
        $unit = $this->data()['unit'] ?? null;

        return is_string($unit) ? "{$unit}, started by {$this->person->name}" : $this->person->name;
    }

    /** @return ?int minutes by which it was sent after it was taken, where that is more than usual */
    public function lateMin(): ?int
    {
        return Reading::late(new \DateTimeImmutable($this->device_at), new \DateTimeImmutable($this->server_at));
    }

    /** @return array<string, mixed> */
    public function data(): array
    {
        return json_decode($this->payload, true, flags: JSON_THROW_ON_ERROR);
    }
}
