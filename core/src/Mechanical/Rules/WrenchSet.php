<?php

declare(strict_types=1);

namespace Diastoma\Core\Mechanical\Rules;

use Diastoma\Core\Mechanical\Bolting\Bolts;
use Diastoma\Core\Procedure\Rule;
use Diastoma\Core\Procedure\Situation;
use Diastoma\Core\Quantity\Compare;
use Diastoma\Core\Rulebook\Finding;
use Diastoma\Core\Rulebook\Severity;

/** A wrench that clicks says only what it was set to: so what it was set to is said, for each pass, before its first click. */
final readonly class WrenchSet implements Rule
{
    public function __construct(private Bolts $bolts)
    {
    }

    public function id(): string
    {
        return "mc.{$this->bolts->key}.set";
    }

    public function judge(Situation $situation): ?Finding
    {
        $run = $this->bolts->run($situation);
        if ($run === null || $run->rows === []) {
            return null;
        }
        $limit = $situation->rulebook->limit('mc.wrench.off_percent');
        $unset = array_values(array_unique(array_column(array_filter($run->rows, static fn (array $row): bool => $row['torque_nm'] === null), 'pass')));
        $unset = array_values(array_filter($unset, static fn (int $pass): bool => self::isOpen($run->read[$pass] ?? [])));
        $off = [];
        foreach ($situation->readings->all("{$this->bolts->key}_set") as $reading) {
            $row = is_array($reading->value) ? $reading->value : [];
            $pass = is_float($row['pass'] ?? null) ? (int) $row['pass'] : 0;
            $set = is_float($row['set_nm'] ?? null) ? $row['set_nm'] : 0.0;
            $off[$pass] = Compare::atMost(100 * abs($set / $run->plan->torqueNm($pass) - 1), $limit->value) ? null : $set;
        }
        $off = array_filter($off, static fn (?float $set): bool => $set !== null);
        $fault = match (true) {
            $unset !== [] => 'Clicks in pass '.implode(', ', $unset).', and nobody said what the wrench was set to.',
            $off !== [] => 'The wrench was set to '.$situation->print((float) reset($off), $this->bolts->unit()).' for pass '.array_key_first($off).'; '
                .$situation->print($run->plan->torqueNm((int) array_key_first($off)), $this->bolts->unit()).' wanted.',
            default => '',
        };

        return new Finding(
            $this->id(), $fault === '' ? Severity::Go : Severity::Mend, $fault === '' ? 'The wrench was set as the pass wants it.' : $fault,
            $fault === '' ? '' : 'Set it right, say so, and go round that pass again.', $limit->source, [$this->bolts->key, "{$this->bolts->key}_set"],
        );
    }

    /** @param  array<int, list<?float>>  $bolts  of one pass */
    private static function isOpen(array $bolts): bool
    {
        foreach ($bolts as $torques) {
            if ($torques[count($torques) - 1] === null) {
                return true;
            }
        }

        return false;
    }
}
