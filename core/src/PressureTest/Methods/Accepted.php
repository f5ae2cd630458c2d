<?php

declare(strict_types=1);

namespace Diastoma\Core\PressureTest\Methods;

use Diastoma\Core\PressureTest\Figure;
use Diastoma\Core\Rulebook\Finding;

/** What one method says of a run. */
final readonly class Accepted
{
    /**
     * @param  list<Finding>  $findings
     * @param  list<Figure>  $arithmetic
     * @param  array<string, mixed>  $figures
     */
    public function __construct(public array $findings, public array $arithmetic, public array $figures, public string $reading = '')
    {
    }
}
