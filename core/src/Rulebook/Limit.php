<?php

declare(strict_types=1);

namespace Diastoma\Core\Rulebook;

use Diastoma\Core\Quantity\Unit;

/**
 * One number of a rulebook, in its stored unit, with where it comes from and who changed it.
 *
 * @phpstan-type LimitRow array{
 *     id: string, value: float|int, unit: string, title: string, source: array{kind: string, document: string, clause: string}, changed_by: string,
 *     reason: string
 * }
 */
final readonly class Limit
{
    public function __construct(
        public string $id,
        public float $value,
        public Unit $unit,
        public Source $source,
        public string $title,
        public string $changedBy = '',
        public string $reason = '',
    ) {
    }

    /** @return array<string, mixed> */
    public function toArray(): array
    {
        return [
            'id' => $this->id, 'value' => $this->value, 'unit' => $this->unit->value, 'title' => $this->title,
            'source' => $this->source->toArray(), 'changed_by' => $this->changedBy, 'reason' => $this->reason,
        ];
    }

    /** @param  LimitRow  $data  as toArray() gives it */
    public static function fromArray(array $data): self
    {
        return new self(
            $data['id'], (float) $data['value'], Unit::from($data['unit']), Source::fromArray($data['source']), $data['title'], $data['changed_by'],
            $data['reason'],
        );
    }
}
