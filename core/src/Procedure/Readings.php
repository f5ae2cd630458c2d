<?php

declare(strict_types=1);

namespace Diastoma\Core\Procedure;

use Diastoma\Core\Rulebook\Finding;
use Diastoma\Core\Rulebook\Overrule;

/** All readings of one procedure in the order they were taken. A later reading of the same key supersedes; none is lost. */
final readonly class Readings
{
    /** @var array<string, Reading> latest of each key */
    private array $latest;

    /** @var array<string, int> how often each key was read */
    private array $times;

    private ?\DateTimeImmutable $lastAt;

    private bool $isFromPaper;

    /**
     * @param  list<Reading>  $history
     * @param  list<Overrule>  $overrules
     */
    public function __construct(public array $history = [], public array $overrules = [], private ?Watch $watch = null)
    {
        $latest = $times = [];
        $last = null;
        $isFromPaper = false;
        foreach ($history as $reading) {
            $latest[$reading->key] = $reading;
            $times[$reading->key] = ($times[$reading->key] ?? 0) + 1;
            $last = $last === null || $reading->takenAt > $last ? $reading->takenAt : $last;
            $isFromPaper = $isFromPaper || $reading->enteredAt !== null;
        }
        $this->lastAt = $last;
        $this->isFromPaper = $isFromPaper;
        $this->latest = $latest;
        $this->times = $times;
    }

    /** What was known at a moment: readings taken later are left out. */
    public function until(\DateTimeImmutable $moment): self
    {
        return new self(
            array_values(array_filter($this->history, static fn (Reading $r): bool => $r->takenAt <= $moment)),
            array_values(array_filter($this->overrules, static fn (Overrule $o): bool => $o->at <= $moment)),
            $this->watch,
        );
    }

    public function with(Reading $reading): self
    {
        return new self([...$this->history, $reading], $this->overrules, $this->watch);
    }

    /**
     * Without the readings of these keys that somebody has made worthless.
     *
     * @param  list<string>  $stale
     */
    public function without(array $stale): self
    {
        $this->watch?->saw(Watch::ALL);

        return new self(
            array_values(array_filter($this->history, static fn (Reading $r): bool => ! in_array($r->key, $stale, true))), $this->overrules, $this->watch,
        );
    }

    public function watchedBy(Watch $watch): self
    {
        return new self($this->history, $this->overrules, $watch);
    }

    public function watch(): ?Watch
    {
        return $this->watch;
    }

    /** @return array<string, true> keys of which the latest reading, or how often it was taken, is another than there */
    public function differences(self $before): array
    {
        $changed = [];
        foreach ($this->latest + $before->latest as $key => $any) {
            $now = $this->latest[$key] ?? null;
            $then = $before->latest[$key] ?? null;
            if (($this->times[$key] ?? 0) !== ($before->times[$key] ?? 0) || $now !== $then && $now != $then) { // the same one, or alike in all it says
                $changed[$key] = true;
            }
        }

        return $changed;
    }

    /** When the last of them was taken: so much time has gone by at the least. */
    public function lastAt(): \DateTimeImmutable
    {
        $this->watch?->saw(Watch::ALL);

        return $this->lastAt ?? new \DateTimeImmutable('@0');
    }

    /** Whether one of them was written on paper first. */
    public function isFromPaper(): bool
    {
        $this->watch?->saw(Watch::ALL);

        return $this->isFromPaper;
    }

    /**
     * Keys without an answer that stood at a moment: the latest came later, or there is none.
     *
     * @param  array<string, mixed>  $keys  by key
     * @param  array<string, true>  $again  keys of which only what was read from another moment on counts
     * @return array<string, true>
     */
    public function openAt(array $keys, \DateTimeImmutable $at, array $again = [], ?\DateTimeImmutable $from = null): array
    {
        $this->look($keys);
        $open = [];
        foreach ($keys as $key => $any) {
            $reading = $this->latest[$key] ?? null;
            if ($reading === null || $reading->takenAt > $at || $from !== null && isset($again[$key]) && $reading->takenAt < $from) {
                $open[$key] = true;
            }
        }

        return $open;
    }

    /**
     * Whether nothing of these was read after a moment.
     *
     * @param  array<string, mixed>  $keys  by key
     */
    public function areReadBy(array $keys, \DateTimeImmutable $at): bool
    {
        $this->look($keys);
        foreach ($keys as $key => $any) {
            if (isset($this->latest[$key]) && $this->latest[$key]->takenAt > $at) {
                return false;
            }
        }

        return true;
    }

    /**
     * @param  array<string, mixed>  $keys  by key
     * @return array<string, Reading> the latest of each of these that was read before a moment
     */
    public function readBefore(array $keys, \DateTimeImmutable $at): array
    {
        $this->look($keys);
        $before = [];
        foreach ($keys as $key => $any) {
            if (isset($this->latest[$key]) && $this->latest[$key]->takenAt < $at) {
                $before[$key] = $this->latest[$key];
            }
        }

        return $before;
    }

    /** @param  array<string, mixed>  $keys  by key */
    private function look(array $keys): void
    {
        $this->watch?->sawAll(array_fill_keys(array_keys($keys), true));
    }

    /** Whether a supervisor or inspector had accepted a finding by a moment. */
    public function accepts(Finding $finding, \DateTimeImmutable $by): bool
    {
        foreach ($this->overrules() as $overrule) {
            if ($overrule->rule === $finding->rule && $overrule->at <= $by && ! $finding->final) {
                return true;
            }
        }

        return false;
    }

    /** @return list<Overrule> */
    public function overrules(): array
    {
        $this->watch?->saw(Watch::ALL);

        return $this->overrules;
    }

    public function times(string $key): int
    {
        $this->watch?->saw($key);

        return $this->times[$key] ?? 0;
    }

    /** @return list<Reading> every reading of a key, the oldest first */
    public function all(string $key): array
    {
        $this->watch?->saw($key);

        return array_values(array_filter($this->history, static fn (Reading $r): bool => $r->key === $key));
    }

    public function has(string $key): bool
    {
        $this->watch?->saw($key);

        return isset($this->latest[$key]);
    }

    public function reading(string $key): ?Reading
    {
        $this->watch?->saw($key);

        return $this->latest[$key] ?? null;
    }

    public function number(string $key): ?float
    {
        $value = $this->value($key);

        return is_float($value) ? $value : null;
    }

    public function yes(string $key): ?bool
    {
        $value = $this->value($key);

        return is_bool($value) ? $value : null;
    }

    public function text(string $key): ?string
    {
        $value = $this->value($key);

        return is_string($value) ? $value : null;
    }

    /** The moment a “now” button was pressed. */
    public function time(string $key): ?\DateTimeImmutable
    {
        $value = $this->text($key);

        return $value === null ? null : new \DateTimeImmutable($value);
    }

    /** @return list<float>|null */
    public function series(string $key): ?array
    {
        $value = $this->value($key);
        if (! is_array($value) || ! array_is_list($value)) {
            return null;
        }

        return array_values(array_filter($value, is_float(...)));
    }

    /** @return array<string, mixed>|null */
    public function record(string $key): ?array
    {
        $value = $this->value($key);
        if (! is_array($value) || array_is_list($value)) {
            return null;
        }

        /** @var array<string, mixed> $value */
        return $value;
    }

    private function value(string $key): mixed
    {
        $this->watch?->saw($key);

        return ($this->latest[$key] ?? null)?->value;
    }
}
