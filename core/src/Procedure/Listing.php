<?php

declare(strict_types=1);

namespace Diastoma\Core\Procedure;

use Diastoma\Core\Quantity\Written;

/** The statements that one press may confirm together. What can hurt, and what the job's rulebook names, is answered one by one. */
final class Listing
{
    /** Choice of a rulebook: steps that are answered one by one, as “procedure/step”. */
    public const CHOICE = 'list.one_by_one';

    /** Statements on one list at the most: one can still read it. Own value. */
    private const MOST = 10;

    /**
     * What one press may confirm at a step: its own statements, and those of the steps that are done in one go with it. It ends where something is measured,
     * where a moment counts, and before a step that is shut.
     *
     * @param  list<Step>  $steps  of the work, in order
     * @param  int  $at  place of the step among them
     * @return list<array{key: string, said: string, value: bool|float|string|list<float>|null, not_before: ?string, step: string}> empty where there is no list
     */
    public static function of(Procedure $procedure, array $steps, int $at, Situation $s): array
    {
        $rows = self::statements($procedure, $steps[$at], $s);
        for ($k = $at; $rows !== [] && isset($steps[$k + 1]); $k++) {
            $next = $steps[$k + 1];
            if (! self::isWhole($steps[$k], $rows, $s) || ! $procedure->runsOn($next) || $next->gate !== null) {
                break;
            }
            $more = self::statements($procedure, $next, $s);
            $waits = array_filter($more, static fn (array $row): bool => $row['value'] === null || $row['not_before'] !== null);
            if ($waits !== [] || count($rows) + count($more) > self::MOST) {
                break;
            }
            $rows = [...$rows, ...$more];
        }

        return count($rows) === 1 && $rows[0]['value'] === true ? [] : $rows; // a single yes is as quick by itself
    }

    /**
     * Whether a step is answered wholly once its statements are confirmed.
     *
     * @param  list<array{key: string, ...}>  $rows
     */
    private static function isWhole(Step $step, array $rows, Situation $s): bool
    {
        return array_diff($step->missing($s->readings), array_column($rows, 'key')) === [];
    }

    /** @return list<array{key: string, said: string, value: bool|float|string|list<float>|null, not_before: ?string, step: string}> */
    private static function statements(Procedure $procedure, Step $step, Situation $s): array
    {
        if ($step->notNeeded !== '' || self::isOneByOne($procedure, $step, $s)) {
            return [];
        }

        return $s->kept("list {$step->id}", [$step->readings, $step->stale], static fn (): array => self::stated($procedure, $step, $s));
    }

    /** @return list<array{key: string, said: string, value: bool|float|string|list<float>|null, not_before: ?string, step: string}> */
    private static function stated(Procedure $procedure, Step $step, Situation $s): array
    {
        $rows = [];
        $told = $procedure->told($step, $s);
        $again = $procedure->renews() && $step->missing($s->readings) === []; // confirmed again as a whole
        foreach ($step->readings as $spec) {
            $usual = array_key_exists($spec->key, $told) ? $told[$spec->key] : $spec->usual;
            $isThere = $s->readings->has($spec->key) && ! in_array($spec->key, $step->stale, true);
            if ($usual !== null && $spec->required && ($again || ! $isThere)) {
                $rows[] = [
                    'key' => $spec->key, 'said' => self::said($spec, $usual, $s), 'value' => Written::rounded($usual->value),
                    'not_before' => $usual->notBefore?->format(\DateTimeInterface::RFC3339), 'step' => $step->id,
                ];
            }
        }

        return $rows;
    }

    private static function isOneByOne(Procedure $procedure, Step $step, Situation $s): bool
    {
        return $procedure->isOneByOne($step)
            || in_array("{$procedure->id()}/{$step->id}", $s->rulebook->choices[self::CHOICE] ?? [], true);
    }

    private static function said(ReadingSpec $spec, Usual $usual, Situation $s): string
    {
        $label = rtrim($spec->label, '?');

        return match (true) {
            $usual->said !== '' => $usual->said,
            $usual->value === null => "{$label}: now",
            is_float($usual->value) => "{$label}: {$s->print($usual->value, $spec->unit)}",
            is_string($usual->value) => "{$label}: {$usual->value}",
            default => $label,
        };
    }
}
