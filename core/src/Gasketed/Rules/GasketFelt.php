<?php

declare(strict_types=1);

namespace Diastoma\Core\Gasketed\Rules;

use Diastoma\Core\Gasketed\FeelerSweep;
use Diastoma\Core\Procedure\Rule;
use Diastoma\Core\Procedure\Sided;
use Diastoma\Core\Procedure\Situation;
use Diastoma\Core\Procedure\Story\StoryOf;
use Diastoma\Core\Quantity\Unit;
use Diastoma\Core\Rulebook\Finding;
use Diastoma\Core\Rulebook\Severity;

/** The feeler's sweep of one side: seated, or rolled or displaced somewhere. */
final readonly class GasketFelt implements Rule
{
    public function __construct(private string $side)
    {
    }

    public function id(): string
    {
        return 'gs.feeler'.($this->side === '' ? '' : ".{$this->side}");
    }

    public static function sweep(Situation $s, string $side): ?FeelerSweep
    {
        $depths = $s->readings->series(Sided::key('feeler_mm', $side));

        return $depths === null || count($depths) < 3 ? null : FeelerSweep::of($depths, $s->limit('gs.feeler.tolerance_mm'));
    }

    /** @return array<string, mixed>|null what the feeler ring draws */
    public static function ring(Situation $s, string $side): ?array
    {
        $sweep = self::sweep($s, $side);

        return $sweep === null ? null : [
            'depths_mm' => $sweep->depthsMm, 'median_mm' => $sweep->medianMm, 'deep' => $sweep->deep, 'shallow' => $sweep->shallow,
        ];
    }

    public function judge(Situation $situation): ?Finding
    {
        $sweep = self::sweep($situation, $this->side);
        if ($sweep === null) {
            return null;
        }
        $limit = $situation->rulebook->limit('gs.feeler.tolerance_mm');
        $median = $situation->print($sweep->medianMm, Unit::Millimetre);
        [$deeper, $allowed] = $situation->pair($sweep->worstMm(), $limit->value, Unit::Millimetre);
        $name = Sided::name($this->side);
        $at = implode(', ', $sweep->clock($sweep->deep));
        [$severity, $said, $todo] = match (true) {
            $sweep->deep !== [] => [
                Severity::Stop, "{$name}Gasket rolled or displaced at {$at} o'clock: up to {$deeper} deeper than the median of {$median}; {$allowed} allowed.",
                'Pull the joint apart, look at the gasket, replace or reseat it, and make the joint again. Never leave it.',
            ],
            $sweep->shallow !== [] => [
                $situation->version >= StoryOf::SINCE ? Severity::Mend : Severity::Watch, "{$name}Shallower at ".implode(', ',
                    $sweep->clock($sweep->shallow))." o'clock than the median of {$median}.",
                'Dirt, or the gasket pushed up there: look, and sweep again.',
            ],
            default => [Severity::Go, "{$name}Seated: the feeler meets the gasket at {$median} all round.", ''],
        };

        return new Finding(
            $this->id(), $severity, $said, $todo, $limit->source, [Sided::key('feeler_mm', $this->side)], max(0.0, $sweep->worstMm()), $limit->value,
            $limit->value - $sweep->worstMm(), Unit::Millimetre,
            'It costs far more once the line is in service.',
        );
    }
}
