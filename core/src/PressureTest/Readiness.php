<?php

declare(strict_types=1);

namespace Diastoma\Core\PressureTest;

use Diastoma\Core\Procedure\Verdict;
use Diastoma\Core\Rulebook\HoldPoint;
use Diastoma\Core\Rulebook\Overrule;

/**
 * Whether a section may be put under pressure: every gate must hold, or have been overruled by somebody with the right to.
 *
 * @phpstan-type Gate array{id: string, title: string, holds: bool, said: string, until: ?string, may_overrule: bool, overrule: ?array<string, string>}
 */
final readonly class Readiness
{
    /** Before the id of a gate: what an overrule of it names. */
    public const OVERRULE = 'gate.';

    /** @param  list<Gate>  $gates */
    private function __construct(public array $gates)
    {
    }

    /**
     * @param  list<array{number: string, state: string, accepted: bool, test_at: ?\DateTimeImmutable}>  $joints  every joint of the section
     * @param  ?\DateTimeImmutable  $restUntil  until when the section rests after its last test; null when it has had none
     * @param  ?string  $unplannable  why the plan cannot be run; null when it can
     * @param  ?bool  $mended  whether what failed the last test is on record as put right; null when nothing failed
     * @param  list<Overrule>  $overrules  of gates, since the last test
     * @param  list<int>  $nonconformances  numbers of those about the section that nobody has seen to be right
     * @param  ?string  $held  what the last test waits for at its hold point; null where it waits for nothing
     * @param  array<string, string>  $alsoOpen  what else keeps a step of the preparation open, by its id: seen to too long ago, a gauge that does not read it
     * @param  bool  $oneLength  whether it comes off the reel in one piece and has no joints to be made
     */
    public static function of(
        array $joints, Verdict $preparation, \DateTimeImmutable $now, ?\DateTimeImmutable $restUntil = null, ?string $unplannable = null,
        ?bool $mended = null, array $overrules = [], bool $oneLength = false, array $nonconformances = [], ?string $held = null,
        array $alsoOpen = [],
    ): self {
        $gates = [self::joints($joints, $oneLength), self::waits($joints, $now)];
        if ($unplannable !== null) {
            $gates[] = [...self::gate('plan', 'Plan', false, $unplannable), 'may_overrule' => false];
        }
        if ($nonconformances !== []) {
            $gates[] = self::gate('nonconformances', 'Nonconformances closed', false, 'Still open: '.implode(', ', $nonconformances)
                .'. Put them right and have somebody else look.');
        }
        if ($held !== null) {
            $gates[] = [...self::gate('held', 'Hold point after the last test', false, $held), 'may_overrule' => false];
        }
        if ($mended !== null) {
            $gates[] = self::gate(
                'mend', 'Mended', $mended,
                $mended ? 'What was done after the last test is on record.'
                    : 'The last test did not pass and nothing is on record of what was done about it. Write it down under that test.',
            );
        }
        if ($restUntil !== null) {
            $over = $restUntil <= $now;
            $gates[] = self::gate(
                'rest', 'Rest after the last test', $over,
                $over ? 'The pipe has rested long enough.' : 'Keep it without pressure: the pipe must shrink back before it is tested again.',
                $over ? null : $restUntil,
            );
        }
        foreach ($preparation->steps as $step) {
            $gates[] = self::step($step->step, $step->title, count($step->missing), $preparation, $alsoOpen[$step->step] ?? '');
        }

        return new self(array_map(static fn (array $gate): array => self::overruled($gate, $overrules), $gates));
    }

    /**
     * @return Gate
     */
    private static function gate(string $id, string $title, bool $holds, string $said, ?\DateTimeImmutable $until = null): array
    {
        return [
            'id' => $id, 'title' => $title, 'holds' => $holds, 'said' => $said, 'until' => $until?->format(\DateTimeInterface::RFC3339),
            'may_overrule' => ! $holds, 'overrule' => null,
        ];
    }

    /**
     * @param  list<array{number: string, state: string, accepted: bool, test_at: ?\DateTimeImmutable}>  $joints
     * @return Gate
     */
    private static function joints(array $joints, bool $oneLength): array
    {
        $open = array_values(array_filter($joints, static fn (array $j): bool => ! $j['accepted']));

        return self::gate('joints', 'All joints accepted', $open === [] && ($joints !== [] || $oneLength), match (true) {
            $joints === [] && $oneLength => 'No field joints: one length off the reel.',
            $joints === [] => 'The section has no joints. Check its stations.',
            $open === [] => count($joints).' of '.count($joints).' joints accepted.',
            default => count($open).' of '.count($joints).' not accepted yet: '.self::names($open).'.',
        });
    }

    /**
     * @param  list<array{number: string, state: string, accepted: bool, test_at: ?\DateTimeImmutable}>  $joints
     * @return Gate
     */
    private static function waits(array $joints, \DateTimeImmutable $now): array
    {
        $waits = array_values(array_filter($joints, static fn (array $j): bool => $j['test_at'] !== null && $j['test_at'] > $now));
        $last = $waits === [] ? null : max(array_map(static fn (array $j): \DateTimeImmutable => $j['test_at'] ?? $now, $waits));

        return self::gate(
            'waits', 'Cooling waits over', $waits === [], $waits === [] ? 'Every joint has waited long enough.' : 'Still waiting: '.self::names($waits).'.',
            $last,
        );
    }

    /**
     * @return Gate
     */
    private static function step(string $id, string $title, int $missing, Verdict $preparation, string $also): array
    {
        $bad = $also === '' || $missing > 0 ? [] : [$also];
        foreach ($preparation->findings as $finding) {
            if ($finding->step() === $id && $finding->isOpen() && $finding->severity->rank() >= 2) {
                $bad[] = $finding->said.' '.$finding->todo;
            }
        }
        $gate = self::gate($id, $title, $missing === 0 && $bad === [], match (true) {
            $bad !== [] => implode(' ', $bad),
            $missing > 0 && str_starts_with($id, HoldPoint::KEY) => 'It waits for a signature.',
            $missing > 0 => $missing === 1 ? 'One answer is still missing.' : "{$missing} answers are still missing.",
            default => 'Done.',
        });

        return [...$gate, 'may_overrule' => $bad !== [] && $missing === 0];
    }

    /**
     * @param  Gate  $gate
     * @param  list<Overrule>  $overrules
     * @return Gate
     */
    private static function overruled(array $gate, array $overrules): array
    {
        foreach ($gate['may_overrule'] ? $overrules : [] as $overrule) {
            if ($overrule->rule === self::OVERRULE.$gate['id']) {
                return [
                    ...$gate, 'holds' => true,
                    'overrule' => [
                        'by' => $overrule->by, 'role' => $overrule->role, 'reason' => $overrule->reason,
                        'at' => $overrule->at->format(\DateTimeInterface::RFC3339),
                    ],
                    'may_overrule' => false,
                ];
            }
        }

        return $gate;
    }

    /** @param  list<array{number: string, state: string, accepted: bool, test_at: ?\DateTimeImmutable}>  $joints */
    private static function names(array $joints): string
    {
        return implode(', ', array_column($joints, 'number'));
    }

    /**
     * What keeps a section from its test at a moment, by gates as they were told before it: a wait that is over by then is over.
     *
     * @param  list<array<mixed>>  $gates  title, holds, said, until of each
     */
    public static function againstAt(array $gates, \DateTimeImmutable $at): ?string
    {
        $open = [];
        foreach ($gates as $gate) {
            $until = is_string($gate['until'] ?? null) ? new \DateTimeImmutable($gate['until']) : null;
            if (($gate['holds'] ?? null) !== true && ($until === null || $until > $at)) {
                $open[] = implode(': ', array_filter([$gate['title'] ?? null, $gate['said'] ?? null], is_string(...)));
            }
        }

        return $open === [] ? null : implode(' ', $open);
    }

    /** @return ?string what keeps the section from its test; null where nothing does */
    public function against(): ?string
    {
        return $this->isReady() ? null : $this->open();
    }

    /** What is not held, in words. */
    public function open(): string
    {
        return implode(
            ' ',
            array_map(
                static fn (array $gate): string => "{$gate['title']}: {$gate['said']}",
                array_filter($this->gates, static fn (array $gate): bool => ! $gate['holds']),
            ),
        );
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
