<?php

declare(strict_types=1);

namespace Diastoma\Core\Trench\Deflection;

use Diastoma\Core\Procedure\Situation;
use Diastoma\Core\Quantity\Compare;
use Diastoma\Core\Trench\Stretch;

/** What the trend of a bore says, while something can still be done about it. */
final class Advice
{
    /** Share of the limit that may be used up by one stage without a word. Common practice: no figure published. */
    private const FAST = 0.5;

    public const LESS = 'Compact the sides less: lighter plant, further from the pipe. Place cover over the crown before more of it.';

    public const MORE = 'Compact the haunch and the sides more before anything else goes over it; thinner layers.';

    public static function of(Situation $s): string
    {
        $bores = new Bores($s->readings);
        $limit = $s->limit((new Stretch($s))->shell()->limit(false));
        $crown = array_column($bores->percents(Bores::CROWN), 'percent');
        $full = array_column($bores->percents(Bores::FULL), 'percent');
        if ($full !== [] && ! Compare::atMost(max($full), $limit)) {
            return 'Dig down to the crown there, compact haunch and sides again, and measure again.';
        }
        if ($full !== [] && $crown !== [] && max($full) - max($crown) > self::FAST * $limit) {
            return 'It fell fast over the crown. '.self::MORE;
        }
        if ($full !== []) {
            return 'Inside. Read it again after '.Bores::NEED_DAYS.' days.';
        }
        if ($crown === []) {
            return 'Read the same places when the sides have reached the crown.';
        }
        $rise = -min($crown);

        return match (true) {
            ! Compare::atMost($rise, $s->limit('tr.rise_percent')) => 'The crown rose '.round($rise, 1).' %. '.self::LESS,
            max($crown) > self::FAST * $limit => 'It flattens before it bears cover. '.self::MORE,
            default => 'Go on as you do.',
        };
    }
}
