<?php

declare(strict_types=1);

namespace App\Actions;

use App\Models\FusionRun;
use App\Models\PressureTest;

/**
 * Ends what has run out: a fusion that is over, a simulated test whose time has come. Done by whoever sends something next, or by the scheduler; never by a
 * look.
 */
final class SettleRuns
{
    public function __construct(private readonly RunFusion $fusion, private readonly EndPressureTest $tests)
    {
    }

    public function all(): int
    {
        $tests = PressureTest::with('section.main.job.rulebook')->where('state', 'running')->where('mode', 'simulated')->get();

        $fusions = FusionRun::where('finished', false)->get();

        return $fusions->filter(fn (FusionRun $run): bool => $this->fusion->settle($run)->finished)
            ->count() + $tests->filter(fn (PressureTest $test): bool => $this->tests->settle($test)->hasEnded())->count();
    }
}
