<?php

declare(strict_types=1);

namespace Diastoma\Core\Electrofusion\Rules;

use Diastoma\Core\Pipe\Tables\FusionPartners;
use Diastoma\Core\Procedure\Rule;
use Diastoma\Core\Procedure\Situation;
use Diastoma\Core\Quantity\Compare;
use Diastoma\Core\Rulebook\Finding;
use Diastoma\Core\Rulebook\Severity;
use Diastoma\Core\Rulebook\Source;

/** Whether pipe and fitting may be fused at all: their materials, and the pipe's SDR within the range printed on the fitting. */
final readonly class FittingFits implements Rule
{
    /** @param  'material'|'sdr'  $what */
    public function __construct(private string $what)
    {
    }

    public function id(): string
    {
        return "ef.fitting.{$this->what}";
    }

    public function judge(Situation $situation): ?Finding
    {
        return $this->what === 'material' ? $this->material($situation) : $this->sdr($situation);
    }

    private function material(Situation $s): ?Finding
    {
        $fitting = $s->readings->text('fitting_material');
        $pipe = $s->facts->text('material');
        if ($fitting === null || $pipe === '') {
            return null;
        }
        $worst = Severity::Go;
        $why = [];
        foreach (array_unique([$pipe, $fitting]) as $material) {
            [, $answer, $reason] = FusionPartners::MATERIALS[$material] ?? ['', FusionPartners::ASK, 'Not in the table.'];
            $severity = match ($answer) {
                FusionPartners::YES => Severity::Go, FusionPartners::ASK => Severity::Mend, default => Severity::Stop,
            };
            $why[] = "{$material}: {$reason}";
            $worst = $severity->isWorseThan($worst) ? $severity : $worst;
        }

        return new Finding(
            $this->id(), $worst, "Pipe of {$pipe}, fitting of {$fitting}: ".match ($worst) {
                Severity::Go => 'they fuse.', Severity::Mend => 'not known to fuse.', default => 'they do not fuse.',
            },
            match ($worst) {
                Severity::Go => '',
                Severity::Mend => "Ask the fitting's maker in writing, or make a trial joint and test it. Until then take another fitting.",
                default => 'Do not fuse. Use a mechanical coupling made for both.',
            },
            Source::fromMemory('DVS 2207-1', 'grades that fuse'), ['fitting_material'], why: implode(' ', $why),
        );
    }

    private function sdr(Situation $s): ?Finding
    {
        $from = $s->readings->number('fitting_sdr_from');
        $to = $s->readings->number('fitting_sdr_to');
        if ($from === null || $to === null) {
            return null;
        }
        $other = $s->facts->maybe('sdr_b'); // where the pipe changes at this joint the fitting must take both
        $pipe = $s->facts->number('sdr');
        $pipe = $other !== null && ! (Compare::atLeast($other, $from) && Compare::atMost($other, $to)) ? $other : $pipe;
        if (! Compare::atMost($from, $to)) {
            return new Finding(
                $this->id(), Severity::Mend, "The fitting is said to take SDR {$from} to {$to}.",
                'The smallest SDR comes first: read both off the fitting again.', Source::maker('SDR range printed on the fitting'),
                ['fitting_sdr_from', 'fitting_sdr_to'], $from, $to,
            );
        }
        $fits = Compare::atLeast($pipe, $from) && Compare::atMost($pipe, $to);

        return new Finding(
            $this->id(), $fits ? Severity::Go : Severity::Stop, "Pipe SDR {$pipe}; the fitting takes SDR {$from} to {$to}.",
            $fits ? ''
                : (
                    $pipe > $to ? 'The wall is too thin for this fitting: it would sink in while it melts. Do not fuse; take a fitting made for it.'
                    : 'The wall is too thick for this fitting. Do not fuse; take a fitting made for it.'
                ),
            Source::maker('SDR range printed on the fitting'), ['fitting_sdr_from', 'fitting_sdr_to'], $pipe,
        );
    }
}
