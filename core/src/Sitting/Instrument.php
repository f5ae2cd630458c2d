<?php

declare(strict_types=1);

namespace Diastoma\Core\Sitting;

/** An instrument on the list of the job, with its paper as it stands now. */
final readonly class Instrument
{
    /**
     * @param  string  $calibrationUntil  last day; empty where there is no paper
     * @param  ?Range  $range  what it reads; null where nobody has said it, or where it reads nothing
     */
    public function __construct(
        public string $id, public string $kind, public string $name, public string $serial, public string $calibrationUntil, public ?Range $range = null,
    ) {
    }
}
