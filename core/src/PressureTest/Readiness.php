<?php

declare(strict_types=1);

namespace Diastoma\Core\PressureTest;

use Diastoma\Core\Rulebook\Verdict;

/** Whether a section may be put under pressure: every gate must hold. */
final readonly class Readiness
{
    /** @param  list<array{id: string, title: string, holds: bool, said: string, until: ?string}>  $gates */
    private function __construct(public array $gates)
    {
    }

    /**
     * @param  list<array{number: string, state: string, accepted: bool, test_at: ?\DateTimeImmutable}>  $joints  every joint of the section
     * @param  string  $service  of the main: a method made for another is never offered
     * @param  ?\DateTimeImmutable  $restUntil  until when the section rests after its last test; null when it has had none
     */
    public static function of(array $joints, Verdict $preparation, \DateTimeImmutable $now, ?\DateTimeImmutable $restUntil = null, string $service = 'water'): self
    {
        $open = array_values(array_filter($joints, static fn (array $j): bool => ! $j['accepted']));
        $waits = array_values(array_filter($joints, static fn (array $j): bool => $j['test_at'] !== null && $j['test_at'] > $now));
        $last = $waits === [] ? null : max(array_map(static fn (array $j): \DateTimeImmutable => $j['test_at'] ?? $now, $waits));
        $gates = [
            [
                'id' => 'joints', 'title' => 'All joints accepted', 'holds' => $joints !== [] && $open === [], 'until' => null,
                'said' => match (true) {
                    $joints === [] => 'The section has no joints. Check its stations.',
                    $open === [] => count($joints).' of '.count($joints).' joints accepted.',
                    default => count($open).' of '.count($joints).' not accepted yet: '.self::names($open).'.',
                },
            ],
            [
                'id' => 'waits', 'title' => 'Cooling waits over', 'holds' => $waits === [], 'until' => $last?->format(\DateTimeInterface::RFC3339),
                'said' => $waits === [] ? 'Every joint has waited long enough.' : 'Still waiting: '.self::names($waits).'.',
            ],
        ];
        if (TestMethods::for($service) === []) {
            $gates[] = [
                'id' => 'method', 'title' => 'Method', 'holds' => false, 'until' => null,
                'said' => 'No test method for '.str_replace('_', ' ', $service).' mains is worked out here yet. A water test proves nothing on this main: test it by its own standard and keep that record.',
            ];
        }
        if ($restUntil !== null) {
            $gates[] = [
                'id' => 'rest', 'title' => 'Rest after the last test', 'holds' => $restUntil <= $now, 'until' => $restUntil > $now ? $restUntil->format(\DateTimeInterface::RFC3339) : null,
                'said' => $restUntil <= $now ? 'The pipe has rested long enough.' : 'Keep it without pressure: the pipe must shrink back before it is tested again.',
            ];
        }
        foreach ($preparation->steps as $step) {
            $missing = count($step->missing);
            $bad = [];
            foreach ($preparation->findings as $finding) {
                if ($finding->step() === $step->step && $finding->isOpen() && $finding->severity->rank() >= 2) {
                    $bad[] = $finding->said.' '.$finding->todo;
                }
            }
            $gates[] = [
                'id' => $step->step, 'title' => $step->title, 'holds' => $missing === 0 && $bad === [], 'until' => null,
                'said' => match (true) {
                    $bad !== [] => implode(' ', $bad),
                    $missing > 0 => $missing === 1 ? 'One answer is still missing.' : "{$missing} answers are still missing.",
                    default => 'Done.',
                },
            ];
        }

        return new self($gates);
    }

    /** @param  list<array{number: string, state: string, accepted: bool, test_at: ?\DateTimeImmutable}>  $joints */
    private static function names(array $joints): string
    {
        return implode(', ', array_column($joints, 'number'));
    }

    public function isReady(): bool
    {
        foreach ($this->gates as $gate) {
            if (! $gate['holds']) {
                return false;
            }
        }

        return true;
    }
}
