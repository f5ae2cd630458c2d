<?php

declare(strict_types=1);

namespace Diastoma\Core\Mechanical\Rules;

use Diastoma\Core\Mechanical\Product;
use Diastoma\Core\Procedure\Rule;
use Diastoma\Core\Procedure\Situation;
use Diastoma\Core\Quantity\Compare;
use Diastoma\Core\Quantity\Unit;
use Diastoma\Core\Rulebook\Finding;
use Diastoma\Core\Rulebook\Severity;

/** The line works at no more than the fitting is made for; and what flows in it is what it is made for. */
final readonly class PressureEnough implements Rule
{
    public function __construct(private Product $product)
    {
    }

    public function id(): string
    {
        return 'mc.pressure';
    }

    public function judge(Situation $situation): ?Finding
    {
        $source = $this->product->card->source();
        $service = $situation->facts->text('service');
        $media = $this->product->card->media;
        if ($service !== '' && array_filter($media, static fn (string $medium): bool => str_starts_with($service, $medium)) === []) {
            return new Finding(
                $this->id(), Severity::Stop, 'This fitting is for '.implode(' and ', $media).", not for {$service}.", 'Take one that is made for it.', $source,
                [], final: $service === 'gas',
            );
        }
        $line = $situation->facts->maybe('line_kpa') ?? $situation->readings->number('line_kpa');
        $most = $this->product->figure($situation, 'pressure_kpa');
        if ($line === null || $most === null) {
            return null;
        }
        $holds = Compare::atMost($line, $most);
        [$works, $made] = $situation->pair($line, $most, Unit::KiloPascal);

        return new Finding(
            $this->id(), $holds ? Severity::Go : Severity::Stop, "The line works at {$works}; the fitting is made for {$made}.",
            $holds ? '' : 'Do not put it on. Take a fitting that is made for this line.', $source, ['line_kpa', Product::key('pressure_kpa')], $line, $most,
            $most - $line, Unit::KiloPascal, 'Above its rating a fitting slides off or bursts.',
        );
    }
}
