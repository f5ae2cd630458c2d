<?php

declare(strict_types=1);

namespace Diastoma\Core\PressureTest\Run;

use Diastoma\Core\Quantity\Moment;

/** What may be done with a test as it stands: each question is answered with what stands against it and what to do, or null where nothing does. */
final readonly class Conduct
{
    public const PLANNED = 'planned';

    public const RUNNING = 'running';

    /** Nothing is added to it any more. */
    public const ENDED = ['passed', 'failed', 'advised'];

    /** Ways in which a test is recorded as it runs. */
    public const MODES = ['simulated', 'hand', 'device'];

    /** A record of fewer readings says nothing. */
    private const FEWEST_READINGS = 2;

    /**
     * @param  string  $state  planned, running, or one of ENDED
     * @param  ?string  $mode  how it is recorded; null before it is begun
     * @param  list<array{float, ?float}>  $gaps  when logging was stopped and taken up again, s; null while it is stopped
     */
    public function __construct(public int $number, public string $state, public ?string $mode = null, private array $gaps = [])
    {
    }

    public function hasEnded(): bool
    {
        return in_array($this->state, self::ENDED, true);
    }

    public function isLogging(): bool
    {
        return $this->gaps === [] || $this->gaps[count($this->gaps) - 1][1] !== null;
    }

    /**
     * What a test that passed proves no more, since something of its section was cut out.
     *
     * @param  list<string>  $cutOut  joints of the section that were cut out after it, as the crew calls them
     */
    public function again(array $cutOut): ?string
    {
        $joints = implode(', ', $cutOut);

        return $this->state !== 'passed' || $cutOut === [] ? null : (count($cutOut) === 1 ? "Joint {$joints} was" : "Joints {$joints} were")
            ." cut out after test {$this->number} passed: it proves nothing of what stands there now. Test the section again.";
    }

    /** Whether another test of the section may be planned, or its facts be changed. */
    public function another(): ?string
    {
        return $this->hasEnded() ? null : "Test {$this->number} is still open. Finish it before planning another.";
    }

    public function facts(): ?string
    {
        return $this->hasEnded() ? null : "Test {$this->number} is open: it was planned by the facts as they stand. Finish it first.";
    }

    /** @param  ?string  $unready  what keeps the section from its test now: what held when it was planned may not hold any more */
    public function begin(?string $unready = null): ?string
    {
        return match (true) {
            $this->state !== self::PLANNED => "Test {$this->number} has been run. It is never edited: plan a repeat.",
            $unready !== null => "The section is not ready any more: {$unready}",
            default => null,
        };
    }

    /** Why it cannot have been begun at that moment, maybe without signal and said much later; null where it can. Clocks of two devices differ a little. */
    public static function beginAt(\DateTimeImmutable $at, \DateTimeImmutable $planned, \DateTimeImmutable $now): ?string
    {
        return $at->getTimestamp() + Moment::CLOCKS_DIFFER_S < $planned->getTimestamp() || $at->getTimestamp() > $now->getTimestamp() + Moment::CLOCKS_DIFFER_S
            ? 'The time at which this test was begun lies before it was planned, or in the future. Set the clock of this device; what you entered is kept.'
            : null;
    }

    /** @param  ?string  $mode  where what is sent suits only one way of recording */
    public function record(?string $mode = null): ?string
    {
        return match (true) {
            $this->state !== self::RUNNING => "Test {$this->number} is not running.",
            $mode !== null && $this->mode !== $mode => "Test {$this->number} is recorded in another way: {$this->mode}.",
            $mode === 'device' && ! $this->isLogging() => 'Logging is stopped. Take it up again on the screen first.',
            default => null,
        };
    }

    /** Whether a reading by hand may have been taken at that moment. */
    public static function at(\DateTimeImmutable $at, \DateTimeImmutable $began, \DateTimeImmutable $now): ?string
    {
        return $at < $began || $at->getTimestamp() > $now->getTimestamp() + Moment::CLOCKS_DIFFER_S
            ? 'The time of this reading lies before the test was begun, or in the future. Set the clock of this device; what you entered is kept.' : null;
    }

    /** @return ?list<array{float, ?float}> gaps as they are once logging is stopped or goes on at a moment, s; null where it stands so already */
    public function logging(bool $on, float $atS): ?array
    {
        if ($this->isLogging() === $on) {
            return null;
        }
        $gaps = $this->gaps;
        if (! $on) {
            return [...$gaps, [$atS, null]];
        }
        $last = array_pop($gaps);

        return [...$gaps, [$last[0] ?? $atS, $atS]];
    }

    public function finish(int $readings): ?string
    {
        return $this->record()
            ?? (
                $readings < self::FEWEST_READINGS
                ? 'There are fewer than two readings. Read the gauge first; a test that was never recorded cannot be judged.' : null
            );
    }

    /**
     * Whether it may end as it was judged.
     *
     * @param  ?string  $missing  see Whole
     * @param  string  $brokenOff  why it ends before its time; then it may
     */
    public static function end(?string $missing, bool $isUndecided, string $brokenOff): ?string
    {
        return match (true) {
            $brokenOff !== '' => null,
            $missing !== null => $missing,
            $isUndecided => 'It is not decided yet: leave it shut as long as the method says. To end it now, say why it is broken off.',
            default => null,
        };
    }

    /** Whether something mended may be written down. */
    public function mend(): ?string
    {
        return match (true) {
            ! $this->hasEnded() => 'This test is not over. Finish it first; say that it was broken off, and why.',
            $this->state === 'passed' => 'This test has passed: there is nothing to mend.',
            default => null,
        };
    }

    public static function mendSafely(bool $lowered): ?string
    {
        return $lowered ? null : 'Lower the pressure first: nobody mends anything under pressure.';
    }

    public function sign(): ?string
    {
        return $this->hasEnded() ? null : 'There is nothing to sign before the test is judged.';
    }
}
