<?php

declare(strict_types=1);

namespace Diastoma\Core\Electrofusion\LargeBore;

use Diastoma\Core\Electrofusion\Rules\NotBefore;
use Diastoma\Core\Electrofusion\Steps\Fusing;
use Diastoma\Core\Electrofusion\Steps\LabelReading;
use Diastoma\Core\Electrofusion\Weld;
use Diastoma\Core\Procedure\Clock;
use Diastoma\Core\Procedure\Gate;
use Diastoma\Core\Procedure\ReadingSpec;
use Diastoma\Core\Procedure\Situation;
use Diastoma\Core\Procedure\Step;
use Diastoma\Core\Rulebook\Rule;
use Diastoma\Core\Rulebook\Rules\Confirmed;
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
            $end = $k < self::PER_END ? 'A' : 'B';
            $group = "Restraints on end {$end}";
            $prepare = self::prepare($s, $weld, $end)->under($group);
            array_push($steps, $prepare, Fusing::step($s, $weld, [$prepare], $weld->titled('Fuse'), null, $group));
        }

        return $steps;
    }

    /** Scraping, cleaning and label of one restraint. */
    private static function prepare(Situation $s, Weld $weld, string $end): Step
    {
        /** @var array<string, list<Rule>> $rules by the weld */
        static $rules = [];
        $rules[$weld->name] ??= [
            self::yes($weld, 'ink_gone', 'Scraped, ink gone.', 'Ink is left.', 'Scrape the place again.'),
            new NotBefore($weld->rule('drying'), $weld->key('dry_at'), static function (Situation $s) use ($weld): ?\DateTimeImmutable {
                $wiped = $s->readings->time($weld->key('wiped_at'));

                return $wiped?->setTimestamp($wiped->getTimestamp() + (int) $s->limit('ef.drying_s'));
            }, 'Called dry', 'Wait out the drying time, look, and press “Dry” again.', Severity::Mend, Source::commonPractice(), 'Solvent shut in the joint boils and blows the melt.'),
            self::yes($weld, 'seated', 'Sits without a gap.', 'A gap is under it.', 'Tighten its strap until the feeler finds none.'),
        ];
        $label = LabelReading::shortStep($s, $weld, $weld->key('prepare'), $weld->title, "On end {$end}, evenly round the pipe and clear of the coupler: scrape its footprint, clean it, let it dry, strap the restraint on. Then read its own label.");

        return new Step($label->id, $label->title, $label->instruction, [
            ReadingSpec::yesNo($weld->key('ink_gone'), 'Footprint scraped, all ink gone?'),
            ReadingSpec::yesNo($weld->key('seated'), 'Strapped on, feeler finds no gap?'),
            ReadingSpec::now($weld->key('wiped_at'), 'Wiped'),
            ReadingSpec::now($weld->key('dry_at'), 'Dry'),
            ...$label->readings,
        ], [...$rules[$weld->name], ...$label->rules], ['Solvent vapour burns: no flame, no sparks, air moving.'], static fn (): array => $label->guide());
    }

    /** The two ends are drawn together only when every restraint is cold. */
    public static function pull(Situation $s): Step
    {
        /** @var ?list<Rule> $rules */
        static $rules = null;
        $rules ??= [
            new Confirmed('ef.slings', 'nylon_slings', 'Nylon slings only.', 'Chain or wire is on the pipe.', 'Take it off: nylon slings only.', Severity::Mend, Source::commonPractice()),
            new NotBefore('ef.pull', 'pulled_at', static fn (Situation $s): ?\DateTimeImmutable => self::coldAt($s), 'Pulled', 'Stop pulling. A restraint pulled warm may let go under load: cut it off and fuse a new one.', Severity::Stop, Source::maker('cooling time of each restraint'), 'A lug that lets go flies.'),
            new Confirmed('ef.insertion', 'marks_at_edge', 'Both pipes fully in.', 'A pipe is not fully in.', 'Do not heat. Pull on until both marks are at the edge; no hammering.', Severity::Stop, Source::commonPractice(), 'Bare coil overheats; melt escapes and can ignite.'),
        ];

        return new Step('pull', 'Pull together', 'Take the coupler out of its bag, hook a hoist to each pair of restraints, and draw the ends in evenly to both marks.', [
            ReadingSpec::yesNo('fresh_from_bag', 'Fitting in its closed bag until now?'),
            ReadingSpec::yesNo('nylon_slings', 'Nylon slings only, no chain on the pipe?'),
            ReadingSpec::now('pulled_at', 'Pull begun'),
            ReadingSpec::yesNo('marks_at_edge', "Both stab marks at the fitting's edge?"),
        ], [new Confirmed('ef.bag', 'fresh_from_bag', 'Fresh from its bag.', 'The fitting lay open.', 'Clean the bore with the solvent and let it dry.', Severity::Mend, Source::commonPractice()), ...$rules],
            ['Hoists under load: nobody in line with a hoist, a sling or a restraint. Hands off the gap.'], [], gate: self::gate($s), group: 'Together');
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

    private static function gate(Situation $s): Gate
    {
        $open = array_filter(self::welds(), static fn (Weld $w): bool => $w->clocks($s) === null);
        $cold = self::coldAt($s);
        $late = array_values(array_filter(self::welds(), static fn (Weld $w): bool => $cold !== null && $w->clocks($s)?->releaseAt == $cold));
        $said = $open !== [] ? 'Not fused yet: '.implode(', ', array_map(static fn (Weld $w): string => lcfirst($w->title), $open)).'. Every restraint must be fused and cold before anything is pulled.'
            : ($late[0] ?? self::welds()[0])->title.' is the last to cool. Nothing is pulled before every restraint is cold.';

        return new Gate($said, $cold, Source::maker('cooling time of each restraint')->tag());
    }

    /** @return list<Clock> */
    public static function cooling(Situation $s, Weld $weld): array
    {
        $end = $weld->endedAt($s);
        $clocks = $weld->clocks($s);

        return $end === null || $clocks === null || $s->readings->has('pulled_at') ? []
            : [new Clock($weld->key('cold'), "{$weld->title}: cooling", $end, $clocks->releaseAt, 'It may be pulled on when all are cold', Source::maker('cooling time of the restraint')->tag(), Clock::PASSIVE)];
    }

    private static function yes(Weld $weld, string $key, string $yes, string $no, string $todo): Rule
    {
        return new Confirmed($weld->rule($key), $weld->key($key), $yes, $no, $todo, Severity::Mend, Source::commonPractice());
    }
}
