<?php

declare(strict_types=1);

namespace Core\Tests\Net;

use Diastoma\Core\Procedure\ReadingSpec;
use Diastoma\Core\Procedure\Verdict;

/** One answer given badly while all others were given well, and what it came to. */
final readonly class Badly
{
    /**
     * @param  string  $at  step and key
     * @param  string  $way  in which the work was done otherwise
     * @param  string  $words  how it was answered
     * @param  bool  $read  whether anything at all came out otherwise
     */
    public function __construct(
        public string $at, public string $way, public string $words, public ReadingSpec $spec, public Verdict $verdict, public bool $read,
    ) {
    }
}
