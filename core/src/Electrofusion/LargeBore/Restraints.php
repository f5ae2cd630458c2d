<?php

declare(strict_types=1);

namespace Diastoma\Core\Electrofusion\LargeBore;

use Diastoma\Core\Electrofusion\Steps\Fusing;
use Diastoma\Core\Electrofusion\Steps\LabelReading;
use Diastoma\Core\Electrofusion\Steps\Wipe;
use Diastoma\Core\Electrofusion\Weld;
use Diastoma\Core\Procedure\Clock;
use Diastoma\Core\Procedure\Gate;
use Diastoma\Core\Procedure\ReadingSpec;
use Diastoma\Core\Procedure\Rule;
use Diastoma\Core\Procedure\Rules\Confirmed;
use Diastoma\Core\Procedure\Situation;
use Diastoma\Core\Procedure\Step;
use Diastoma\Core\Procedure\Table\Table;
use Diastoma\Core\Procedure\Table\TableColumn;
use Diastoma\Core\Procedure\Table\TableRow;
use Diastoma\Core\Rulebook\Severity;
use Diastoma\Core\Rulebook\Source;

/** Pull restraints: lugs fused to the barrel, three on each pipe end [common practice], each a fusion of its own, all cold before a hoist is hooked on. */
final class Restraints
{
    public const PER_END = 3;

    /** @return non-empty-list<Weld> */
    public static function welds(): array
    {
        /** @var ?non-empty-list<Weld> $welds */
        static $welds = null;

        return $welds ??= array_map(static fn (int $k): Weld => Weld::named("r{$k}", "Restraint {$k}"), range(1, 2 * self::PER_END));
    }

    /** @return list<Step> */
    public static function steps(Situation $s): array
    {
        $steps = [];
        foreach (self::welds() as $k => $weld) {
            $end = self::end($k);
            $group = "Restraints on end {$end}";
            $prepare = self::prepare($s, $weld, $end)->under($group);
            array_push($steps, $prepare, Fusing::step($s, $weld, [$prepare], $weld->titled('Fuse'), null, $group));
        }

        return $steps;
    }

    /** The three or six of them side by side: what is scraped, labelled, fused and cold, and which is next. */
    public static function table(): Table
    {
        $rows = array_map(static fn (Weld $weld, int $k): TableRow => new TableRow(
            $weld->title, 'End '.self::end($k), $weld->name, [$weld->key('prepare'), $weld->key('fuse')],
        ), self::welds(), array_keys(self::welds()));
        $weld = static fn (string $name): ?Weld => array_values(array_filter(self::welds(), static fn (Weld $w): bool => $w->name === $name))[0] ?? null;

        return new Table('Restraints', $rows, [
            new TableColumn('Prepared', ['ink_gone', 'seated']),
            new TableColumn('Dry', ['wiped_at', 'dry_at'], static fn (Situation $s, string $name): ?\DateTimeImmutable => $s->readings->time("{$name}_dry_at")),
            new TableColumn('Label', ['label_code', 'printed_voltage_v', 'printed_fusion_time_s', 'printed_cooling_min']),
            new TableColumn('Unit shows', ['unit_shows_voltage_v', 'unit_shows_time_s']),
            new TableColumn('Fused', ['fusion'], static fn (Situation $s, string $name): ?\DateTimeImmutable => $weld($name)?->endedAt($s)),
            new TableColumn('Cold', [], static fn (Situation $s, string $name): ?\DateTimeImmutable => $weld($name)?->clocks($s)?->releaseAt),
        ]);
    }

    private static function end(int $k): string
    {
        return $k < self::PER_END ? 'A' : 'B';
    }

    /** Scraping, cleaning and label of one restraint. */
    private static function prepare(Situation $s, Weld $weld, string $end): Step
    {
        /** @var array<string, list<Rule>> $rules by the weld */
        static $rules = [];
        $rules[$weld->name] ??= [
            self::yes($weld, 'ink_gone', 'Scraped, ink gone.', 'Ink is left.', 'Scrape the place again.'),
            Wipe::rule($weld->rule('drying'), $weld->key('wiped_at'), $weld->key('dry_at'), 'called dry'),
            self::yes($weld, 'seated', 'Sits without a gap.', 'A gap is under it.', 'Tighten its strap until the feeler finds none.'),
        ];
        $label = LabelReading::shortStep(
            $s, $weld, $weld->key('prepare'), $weld->title,
            "On end {$end}, evenly round the pipe and clear of the coupler: scrape its footprint, clean it, let it dry, strap the restraint on. Then read "
                .'its own label.',
        );

        return new Step($label->id, $label->title, $label->instruction, [
            ReadingSpec::yesNo($weld->key('ink_gone'), 'Footprint scraped, all ink gone?'),
            ReadingSpec::yesNo($weld->key('seated'), 'Strapped on, feeler finds no gap?'),
            ...Wipe::specs($weld->key('wiped_at'), $weld->key('dry_at'), ''),
            ...$label->readings,
        ], [...$rules[$weld->name], ...$label->rules], ['Solvent vapour burns: no flame, no sparks, air moving.'], static fn (): array => $label->guide());
    }

    /** When the last restraint is cold; null while one is not fused. */
    public static function coldAt(Situation $s): ?\DateTimeImmutable
    {
        $last = null;
        foreach (self::welds() as $weld) {
            $at = $weld->clocks($s)?->releaseAt;
            if ($at === null) {
                return null;
            }
            $last = max($last ?? $at, $at);
        }

        return $last;
    }

    public static function gate(Situation $s): Gate
    {
        $open = array_filter(self::welds(), static fn (Weld $w): bool => $w->clocks($s) === null);
        $cold = self::coldAt($s);
        $late = array_values(array_filter(self::welds(), static fn (Weld $w): bool => $cold !== null && $w->clocks($s)?->releaseAt == $cold));
        $said = $open !== [] ? 'Not fused yet: '.implode(
            ', ', array_map(static fn (Weld $w): string => lcfirst($w->title), $open),
        ).'. Every restraint must be fused and cold before anything is pulled.'
            : ($late[0] ?? self::welds()[0])->title.' is the last to cool. Nothing is pulled before every restraint is cold.';

        return new Gate($said, $cold, Source::maker('cooling time of each restraint')->tag());
    }

    /** @return list<Clock> */
    public static function cooling(Situation $s, Weld $weld): array
    {
        $end = $weld->endedAt($s);
        $clocks = $weld->clocks($s);

        return $end === null || $clocks === null || $s->readings->has('pulled_at') ? []
            : [new Clock(
                $weld->key('cold'), "{$weld->title}: cooling", $end, $clocks->releaseAt, 'It may be pulled on when all are cold',
                Source::maker('cooling time of the restraint')->tag(), Clock::PASSIVE,
            )];
    }

    private static function yes(Weld $weld, string $key, string $yes, string $no, string $todo): Rule
    {
        return new Confirmed($weld->rule($key), $weld->key($key), $yes, $no, $todo, Severity::Mend, Source::commonPractice());
    }
}
