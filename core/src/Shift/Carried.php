<?php

declare(strict_types=1);

namespace Diastoma\Core\Shift;

use Diastoma\Core\Procedure\Reading;
use Diastoma\Core\Procedure\ReadingKind;
use Diastoma\Core\Procedure\Readings;
use Diastoma\Core\Procedure\ReadingSpec;
use Diastoma\Core\Procedure\Shared;
use Diastoma\Core\Procedure\Situation;
use Diastoma\Core\Procedure\Step;
use Diastoma\Core\Rulebook\ShiftLimits;

/**
 * What a joint may take over from the shift sheet of its place. Not what is older than the rulebook lets it be, not the weather from before it changed, and
 * nothing about a unit from before another one was taken; never a “no”.
 */
final readonly class Carried
{
    /** Moment at which somebody said that the weather has changed. */
    public const WEATHER_CHANGED = 'weather_changed_at';

    private const UNIT_CHANGED = 'unit_changed_at';

    private const FACT = 'shift.';

    /** @param  list<Step>  $steps  of the joint */
    public function __construct(private Situation $s, private array $steps, private \DateTimeImmutable $at)
    {
    }

    /**
     * What a joint is told about the sheet of its place.
     *
     * @return array<string, bool|float|string> facts
     */
    public static function facts(string $sheet, string $title, Readings $answers): array
    {
        $facts = [self::FACT.'id' => $sheet, self::FACT.'title' => $title];
        $changed = $answers->reading(self::WEATHER_CHANGED);
        if ($changed !== null) {
            $facts[self::FACT.self::WEATHER_CHANGED] = $changed->takenAt->format(\DateTimeInterface::RFC3339);
        }
        foreach ($answers->history as $reading) {
            $value = self::scalar($reading);
            if ($value === null) {
                continue;
            }
            $key = self::FACT.$reading->key;
            $at = $reading->takenAt->format(\DateTimeInterface::RFC3339);
            if (is_array($reading->value)) {
                if (($facts[$key] ?? $value) !== $value) {
                    $facts[self::FACT.self::UNIT_CHANGED] = $at; // another one than before; the first is no change
                }
                $facts["{$key}.name"] = is_string($reading->value['name'] ?? null) ? $reading->value['name'] : '';
            }
            $facts[$key] = $value;
            $facts["{$key}.at"] = $at;
            $facts["{$key}.by"] = $reading->by;
        }

        return $facts;
    }

    /** @return bool|float|string|null an instrument is told by its id: its papers are looked up again */
    private static function scalar(Reading $reading): bool|float|string|null
    {
        if (! is_array($reading->value)) {
            return $reading->value;
        }
        $id = $reading->value['id'] ?? null;

        return is_string($id) ? $id : null;
    }

    /** Id of the sheet; null where there is none for this place. */
    public function sheet(): ?string
    {
        return $this->text('id');
    }

    /**
     * @return list<array{key: string, label: string, value: bool|float|string, said: string, at: string, by: string}> what is asked here, not answered yet,
     *     and stands on the sheet
     */
    public function offers(): array
    {
        if ($this->sheet() === null) {
            return [];
        }
        $offers = [];
        foreach ($this->steps as $step) {
            foreach ($step->readings as $spec) {
                $isOpen = ! $this->s->readings->has($spec->key) || in_array($spec->key, $step->stale, true);
                $offer = $isOpen && $step->notNeeded === '' ? $this->offer($spec) : null;
                if ($offer !== null) {
                    $offers[] = $offer;
                }
            }
        }

        return $offers;
    }

    /** Id of the first step that asks one of them, where they are read and taken over; null where nothing is offered. */
    public function step(): ?string
    {
        $offered = array_column($this->offers(), 'key');
        foreach ($offered === [] ? [] : $this->steps as $step) {
            foreach ($step->readings as $spec) {
                if ($step->notNeeded === '' && in_array($spec->key, $offered, true)) {
                    return $step->id;
                }
            }
        }

        return null;
    }

    /** How many answers of this joint a shift sheet could give that it does not give now. */
    public function asks(): int
    {
        $offered = array_column($this->offers(), 'key');
        $asked = 0;
        foreach ($this->steps as $step) {
            $missing = $step->missing($this->s->readings);
            foreach ($step->readings as $spec) {
                $asked += $spec->shared !== null && in_array($spec->key, $missing, true) && ! in_array($spec->key, $offered, true) ? 1 : 0;
            }
        }

        return $asked;
    }

    /** @return array{key: string, label: string, value: bool|float|string, said: string, at: string, by: string}|null */
    private function offer(ReadingSpec $spec): ?array
    {
        $value = $this->s->facts->toArray()[self::FACT.$spec->key] ?? null;
        $at = $this->s->facts->moment(self::FACT."{$spec->key}.at");
        $part = $spec->shared;
        if ($part === null || $value === null || $value === false || $at === null || ! $this->holds($spec, $part, $at)) {
            return null;
        }
        $value = is_int($value) ? (float) $value : $value;

        return [
            'key' => $spec->key, 'label' => rtrim($spec->label, '?'), 'value' => $value,
            'said' => is_float($value) ? $this->s->print($value, $spec->unit)
                : (is_bool($value) ? 'yes' : ($this->s->facts->text(self::FACT."{$spec->key}.name") ?: $value)),
            'at' => $at->format(\DateTimeInterface::RFC3339), 'by' => $this->s->facts->text(self::FACT."{$spec->key}.by"),
        ];
    }

    private function holds(ReadingSpec $spec, Shared $part, \DateTimeImmutable $at): bool
    {
        $age = $this->at->getTimestamp() - $at->getTimestamp();
        $since = $part === Shared::Weather ? $this->s->facts->moment(self::FACT.self::WEATHER_CHANGED)
            : ($part === Shared::Unit ? $this->unitChanged() : null);

        if ($part === Shared::Unit && $this->hasAnotherUnit()) {
            return false;
        }

        return $age >= 0 && $age <= 60 * $this->s->limit(ShiftLimits::MINUTES) && ($since === null || $at >= $since);
    }

    /** Whether an instrument was chosen here that is not the sheet's. */
    private function hasAnotherUnit(): bool
    {
        foreach ($this->steps as $step) {
            foreach ($step->readings as $spec) {
                $own = $spec->kind === ReadingKind::Equipment && $spec->shared === Shared::Unit ? $this->s->readings->record($spec->key)['id'] ?? null : null;
                if ($own !== null && $own !== $this->text($spec->key)) {
                    return true;
                }
            }
        }

        return false;
    }

    /** When the unit of the sheet was taken, which everything about its supply hangs on. */
    private function unitChanged(): ?\DateTimeImmutable
    {
        return $this->s->facts->moment(self::FACT.self::UNIT_CHANGED);
    }

    private function text(string $key): ?string
    {
        $text = $this->s->facts->text(self::FACT.$key);

        return $text === '' ? null : $text;
    }
}
