<?php

declare(strict_types=1);

namespace App\Models;

use Diastoma\Core\Sitting\Entry as Item;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;

/**
 * One line of the journal. Written once, by the journal.
 *
 * @property string $id made by the client
 * @property int $seq
 * @property string $payload JSON text as hashed
 * @property-read Person $person
 */
final class Entry extends Model implements OfJob
{
    public $timestamps = false;

    public $incrementing = false;

    protected $keyType = 'string';

    protected $guarded = [];

    protected $casts = ['seq' => 'int'];

    /** @var ?array{string, array<string, mixed>} the payload and what it says: read once */
    private ?array $decoded = null;

    /** @return BelongsTo<Person, $this> */
    public function person(): BelongsTo
    {
        return $this->belongsTo(Person::class);
    }

    /** As the core reads it. */
    public function told(): Item
    {
        return new Item(
            $this->id, $this->kind, $this->data(), new \DateTimeImmutable($this->device_at), $this->person->name, new \DateTimeImmutable($this->server_at),
        );
    }

    public function jobId(): string
    {
        return (string) $this->job_id;
    }

    /** @return array<string, mixed> */
    public function data(): array
    {
        if ($this->decoded === null || $this->decoded[0] !== $this->payload) {
            $this->decoded = [$this->payload, json_decode($this->payload, true, flags: JSON_THROW_ON_ERROR)];
        }

        return $this->decoded[1];
    }
}
