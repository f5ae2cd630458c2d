<?php

declare(strict_types=1);

namespace Diastoma\Core\PressureTest;

use Diastoma\Core\PressureTest\Run\Run;
use Diastoma\Core\PressureTest\Site\TestSection;
use Diastoma\Core\Procedure\ReadingSpec;
use Diastoma\Core\Quantity\UnitSystem;
use Diastoma\Core\Rulebook\Source;

/** One way of testing a section: plans the pressures and times, then judges what was recorded. */
interface TestMethod
{
    public function id(): string;

    public function title(): string;

    public function source(): Source;

    public function medium(): Medium;

    public function standing(): Standing;

    /**
     * How well it suits a section, 1 for first choice; null where it was not made for it.
     *
     * @return array{rank: int, why: string}|null
     */
    public function suits(TestSection $section, UnitSystem $units): ?array;

    /**
     * What a flat section file is taken for where it does not say: its service, the test pressure as a multiple of working, and whether the owner names it.
     *
     * @return array{service: string, factor: float, owners: bool}
     */
    public function usual(): array;

    /** How long a section must stand without pressure before it is tested again, h. */
    public function restHours(): float;

    /** @return list<Option> */
    public function options(): array;

    /**
     * What the tester measures besides the trace.
     *
     * @return list<ReadingSpec>
     */
    public function asks(): array;

    /**
     * What the ids of its limits begin with, see Rulebook\Tests\TestLimits.
     *
     * @return list<string>
     */
    public function families(): array;

    /** The same method by the limits of a job. */
    public function by(MethodLimits $limits): static;

    /** @param  array<string, mixed>  $options */
    public function plan(TestSection $section, array $options = [], Words $words = new Words): TestPlan;

    /** By the limits that the plan holds: what a job changes later does not touch a test that is planned. */
    public function judge(Run $run, TestPlan $plan, TestSection $section, Words $words = new Words): TestVerdict;
}
