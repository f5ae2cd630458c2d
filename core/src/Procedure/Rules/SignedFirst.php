<?php

declare(strict_types=1);

namespace Diastoma\Core\Procedure\Rules;

use Diastoma\Core\Procedure\Reading;
use Diastoma\Core\Procedure\Readings;
use Diastoma\Core\Procedure\Rule;
use Diastoma\Core\Procedure\Situation;
use Diastoma\Core\Rulebook\Finding;
use Diastoma\Core\Rulebook\Severity;
use Diastoma\Core\Rulebook\Source;

/** A hold point was signed before the work went on behind it, and after all that lay before it was done. */
final readonly class SignedFirst implements Rule
{
    /**
     * @param  string  $key  of the signature
     * @param  list<string>  $before  readings that were seen when it was signed
     * @param  list<string>  $behind  readings that wait for it
     * @param  ?\DateTimeImmutable  $since  what was read earlier asked for no signature
     */
    public function __construct(private string $key, private array $before, private array $behind, private ?\DateTimeImmutable $since)
    {
    }

    public function id(): string
    {
        return $this->key;
    }

    public function judge(Situation $situation): ?Finding
    {
        $readings = $situation->readings;
        $early = $this->early($readings);
        if ($early !== null) {
            return new Finding(
                $this->key, Severity::Stop, "Gone on at {$early->takenAt->format('Y-m-d H:i')} without the signature of the hold point.",
                'Stop here. What could not be seen any more is not made good by a signature: let whoever signs say what is to be done.',
                Source::commonPractice(), [$early->key], why: 'A hold point is there so that somebody sees what is covered or joined a moment later.',
            );
        }
        $signed = $readings->reading($this->key);

        return $signed === null ? null : new Finding(
            $this->key, Severity::Go, "Signed by {$signed->by}.", '', Source::commonPractice(), [$this->key],
        );
    }

    /** The first thing that was done behind it with no signature for what lay before. */
    private function early(Readings $readings): ?Reading
    {
        $behind = self::of($readings, $this->behind);
        if ($behind === []) {
            return null;
        }
        $signed = $readings->all($this->key);
        $before = self::of($readings, $this->before);
        foreach ($behind as $reading) {
            if ($this->since !== null && $reading->takenAt < $this->since) {
                continue;
            }
            $signature = self::last($signed, $reading->takenAt);
            $seen = self::last($before, $reading->takenAt);
            if ($signature === null || $seen !== null && $signature < $seen) {
                return $reading;
            }
        }

        return null;
    }

    /**
     * @param  list<string>  $keys
     * @return list<Reading>
     */
    private static function of(Readings $readings, array $keys): array
    {
        return array_merge(...array_map($readings->all(...), $keys));
    }

    /** @param  list<Reading>  $readings */
    private static function last(array $readings, \DateTimeImmutable $until): ?\DateTimeImmutable
    {
        $times = array_map(static fn (Reading $r): \DateTimeImmutable => $r->takenAt, $readings);
        $past = array_filter($times, static fn (\DateTimeImmutable $at): bool => $at <= $until);

        return $past === [] ? null : max($past);
    }
}
