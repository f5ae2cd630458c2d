<?php

declare(strict_types=1);

namespace Diastoma\Core\Electrofusion\Rules;

use Diastoma\Core\Procedure\Rule;
use Diastoma\Core\Procedure\Situation;
use Diastoma\Core\Rulebook\Finding;
use Diastoma\Core\Rulebook\Severity;
use Diastoma\Core\Rulebook\Source;

/** A ribbon in pieces may hide patches that were missed. */
final readonly class RibbonWhole implements Rule
{
    public const WHOLE = 'in one piece';

    public const PIECES = 'in pieces';

    public const AGAIN = 'in pieces, every patch scraped again';

    public const ALL = [self::WHOLE, self::PIECES, self::AGAIN];

    public function id(): string
    {
        return 'ef.ribbon';
    }

    public function judge(Situation $situation): ?Finding
    {
        $ribbon = $situation->readings->text('ribbon');
        if ($ribbon === null) {
            return null;
        }

        return new Finding(
            $this->id(), match ($ribbon) {
                self::WHOLE => Severity::Go, self::AGAIN => Severity::Watch, default => Severity::Mend
            }, "The ribbon came off {$ribbon}.",
            match ($ribbon) {
                self::WHOLE => '', self::AGAIN => 'Look at blade and spring before the next joint.',
                default => 'Look all round for missed patches and scrape them again; then say so.'
            }, Source::commonPractice(), ['ribbon'],
        );
    }
}
