<?php

declare(strict_types=1);

namespace Diastoma\Core\Rulebook;

use Diastoma\Core\Quantity\Unit;

/** The schools a job may choose between, by the units its rulebook started from. */
final class Schools
{
    public const TEST_WAIT = 'ef.test_wait';

    /** As good as the bottle: common practice. */
    public const PRESOAKED = 'pre-soaked wipe made for PE fusion';

    public const BY_MAKER = 'maker';

    public const BY_FACTOR = 'factor';

    public const SCRAPE_PROOF = 'ef.scrape.proof';

    /** Roles of whom one accepts what was entered from paper after the work. */
    public const PAPER = 'story.paper_signs';

    public const BY_DIAMETER = 'diameter';

    public const BY_SCRIBE = 'scribed line and diameter';

    /** @return list<School> */
    public static function of(Rulebook $rulebook): array
    {
        $practice = Source::commonPractice();
        $own = str_starts_with($rulebook->id, 'us') ? [
            new School(
                'ovality-3mm', 'Re-round from 3 mm or 1.5 % out of round, whichever is less', $practice,
                [new Limit('ef.ovality.mm', 3.0, Unit::Millimetre, $practice, 'Ovality that calls for re-rounding, whichever is less')],
            ),
            new School('solvent-96', 'Isopropanol of at least 96 % only', $practice, [], ['ef.solvents' => ['isopropanol ≥ 96 %', self::PRESOAKED]]),
            new School(
                'solvent-90', 'Isopropanol of at least 90 %, or acetone where the state requires it', $practice, [],
                ['ef.solvents' => ['isopropanol ≥ 90 %', 'isopropanol ≥ 96 %', self::PRESOAKED, 'acetone (where the state requires it)']],
            ),
        ] : [
            new School(
                'ovality-either', 'Re-round from 3 mm or 1.5 % out of round, whichever is less', Source::standard('DVS 2207-1'),
                [new Limit('ef.ovality.mm', 3.0, Unit::Millimetre, $practice, 'Ovality that calls for re-rounding, whichever is less')],
            ),
        ];

        return [
            ...$own,
            new School('scrape-diameter', 'Scraping proved by the diameter before and after', $practice, [], [self::SCRAPE_PROOF => [self::BY_DIAMETER]]),
            new School(
                'scrape-scribe', 'Scraping proved by scribed lines that vanish, and by the diameter', $practice, [],
                [self::SCRAPE_PROOF => [self::BY_SCRIBE]],
            ),
            new School(
                'wait-factor', 'Wait before a pressure test: cooling times by the factor, unless the maker prints a time', $practice, [],
                [self::TEST_WAIT => [self::BY_FACTOR]],
            ),
            new School(
                'wait-maker', "Wait before a pressure test: the label's or maker's time, always entered", $practice, [],
                [self::TEST_WAIT => [self::BY_MAKER]],
            ),
            new School('paper-supervisor', 'What was entered from paper after the work is accepted by the supervisor', $practice, [],
                [self::PAPER => ['supervisor']]),
            new School(
                'paper-inspector', 'What was entered from paper after the work is accepted by the inspector', $practice, [], [self::PAPER => ['inspector']],
            ),
        ];
    }

    public static function find(Rulebook $rulebook, string $id): ?School
    {
        foreach (self::of($rulebook) as $school) {
            if ($school->id === $id) {
                return $school;
            }
        }

        return null;
    }

    /** Whether witness lines are scribed before scraping. */
    public static function scribes(Rulebook $rulebook): bool
    {
        return ($rulebook->choices[self::SCRAPE_PROOF] ?? []) === [self::BY_SCRIBE];
    }

    /** Whether the wait before a test must be read off the label or the maker's table. */
    public static function waitIsPrinted(Rulebook $rulebook): bool
    {
        return ($rulebook->choices[self::TEST_WAIT] ?? []) === [self::BY_MAKER];
    }
}
