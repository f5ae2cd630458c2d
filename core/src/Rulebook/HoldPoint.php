<?php

declare(strict_types=1);

namespace Diastoma\Core\Rulebook;

/**
 * Where work of a job waits until somebody of a role has looked and signed.
 *
 * @phpstan-type HoldRow array{id: string, occasion: string, roles: non-empty-list<string>, procedure: string, step: string, from: string}
 */
final readonly class HoldPoint
{
    /** Before the id of a hold point: the reading that its signature becomes, and the step that asks for it. */
    public const KEY = 'hold.';

    /**
     * @param  non-empty-list<string>  $roles  whose signature counts
     * @param  string  $procedure  id, where it waits before a step of one
     * @param  string  $step  id
     * @param  string  $from  moment since which it is in force, such as 2026-11-26T08:00:00+00:00; empty from the beginning. What was done before
     *     asks for none
     */
    public function __construct(
        public string $id, public Occasion $occasion, public array $roles, public string $procedure = '', public string $step = '', public string $from = '',
    ) {
    }

    /**
     * Of a new job [common practice; the owner's inspection plan governs].
     *
     * @return list<self>
     */
    public static function usual(): array
    {
        $who = ['supervisor', 'inspector'];

        return array_map(
            static fn (Occasion $o): self => new self($o->value, $o, $who),
            [Occasion::FirstOfDay, Occasion::Overruled, Occasion::BeforeBackfill, Occasion::BeforeTest, Occasion::AfterTest],
        );
    }

    public function key(): string
    {
        return self::KEY.$this->id;
    }

    public function since(): ?\DateTimeImmutable
    {
        return $this->from === '' ? null : new \DateTimeImmutable($this->from);
    }

    /** @return HoldRow */
    public function toArray(): array
    {
        return [
            'id' => $this->id, 'occasion' => $this->occasion->value, 'roles' => $this->roles, 'procedure' => $this->procedure, 'step' => $this->step,
            'from' => $this->from,
        ];
    }

    /** @param  HoldRow  $row */
    public static function fromArray(array $row): self
    {
        return new self($row['id'], Occasion::from($row['occasion']), $row['roles'], $row['procedure'], $row['step'], $row['from']);
    }
}
