<?php

declare(strict_types=1);

namespace Diastoma\Core\Gasketed\Rules;

use Diastoma\Core\Gasketed\Systems\JointSystem;
use Diastoma\Core\Procedure\Rule;
use Diastoma\Core\Procedure\Situation;
use Diastoma\Core\Quantity\Compare;
use Diastoma\Core\Quantity\Unit;
use Diastoma\Core\Rulebook\Finding;
use Diastoma\Core\Rulebook\Severity;

/** What flows through the main, and under what pressure, is what the joint system is made for. */
final readonly class MadeForService implements Rule
{
    public function __construct(private JointSystem $system)
    {
    }

    public function id(): string
    {
        return 'gs.service';
    }

    public function judge(Situation $situation): ?Finding
    {
        $service = $situation->facts->text('service');
        if ($service === '') {
            return null;
        }
        $said = static fn (string $medium): string => str_replace('_', ' ', $medium);
        $media = implode(' and ', array_map($said, $this->system->media));
        if (array_filter($this->system->media, static fn (string $medium): bool => str_starts_with($service, $medium)) === []) {
            return new Finding(
                $this->id(), Severity::Stop, "This joint system is for {$media}, not for {$said($service)}.",
                'Do not join. Take a joint that is made for what flows here, or ask for the drawing to be put right.', $this->system->source(), ['pipe_right'],
                why: 'Rubber and play that hold water do not hold gas, and a gravity joint does not hold pressure.', final: str_starts_with($service, 'gas'),
            );
        }
        $line = $situation->facts->maybe('line_kpa');
        $most = $this->system->pressureKpa;
        if ($line !== null && $most !== null && ! Compare::atMost($line, $most)) {
            [$measured, $allowed] = $situation->pair($line, $most, Unit::KiloPascal);

            return new Finding(
                $this->id(), Severity::Stop, "Working pressure of the line {$measured}; this joint system takes {$allowed}.",
                'Do not join. Take a joint of a higher class.', $this->system->source(), ['pipe_right'], $line, $most, $most - $line, Unit::KiloPascal,
            );
        }

        return new Finding($this->id(), Severity::Go, "Made for {$media}.", '', $this->system->source(), ['pipe_right']);
    }
}
