<?php

declare(strict_types=1);

namespace Diastoma\Core\Procedure;

use Diastoma\Core\Quantity\Written;

/** The statements of a step that one press may confirm together. What can hurt, and what the job's rulebook names, is answered one by one. */
final class Listing
{
    /** Choice of a rulebook: steps that are answered one by one, as “procedure/step”. */
    public const CHOICE = 'list.one_by_one';

    /** @return list<array{key: string, said: string, value: bool|float|string|list<float>|null, not_before: ?string}> empty where there is no list */
    public static function of(Procedure $procedure, Step $step, Situation $s): array
    {
        if ($step->notNeeded !== '' || self::isOneByOne($procedure, $step, $s)) {
            return [];
        }
        $rows = [];
        $told = $procedure->told($step, $s);
        $again = $procedure->renews() && $step->missing($s->readings) === []; // confirmed anew as a whole
        foreach ($step->readings as $spec) {
            $usual = array_key_exists($spec->key, $told) ? $told[$spec->key] : $spec->usual;
            $isThere = $s->readings->has($spec->key) && ! in_array($spec->key, $step->stale, true);
            if ($usual !== null && $spec->required && ($again || ! $isThere)) {
                $rows[] = [
                    'key' => $spec->key, 'said' => self::said($spec, $usual, $s), 'value' => Written::rounded($usual->value),
                    'not_before' => $usual->notBefore?->format(\DateTimeInterface::RFC3339),
                ];
            }
        }

        return count($rows) === 1 && $rows[0]['value'] === true ? [] : $rows; // a single yes is as quick by itself
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
