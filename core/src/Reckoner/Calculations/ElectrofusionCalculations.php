<?php

declare(strict_types=1);

namespace Diastoma\Core\Reckoner\Calculations;

use Diastoma\Core\Electrofusion\Clocks;
use Diastoma\Core\Electrofusion\Energy;
use Diastoma\Core\Electrofusion\Marks;
use Diastoma\Core\Exception\InvalidInput;
use Diastoma\Core\Label\FusionLabel;
use Diastoma\Core\Reckoner\Calculation;
use Diastoma\Core\Reckoner\Given;
use Diastoma\Core\Reckoner\Input;
use Diastoma\Core\Rulebook\Rulebooks;
use Diastoma\Core\Rulebook\Source;

final class ElectrofusionCalculations
{
    /** @return list<Calculation> */
    public static function all(): array
    {
        return [
            new Calculation('ef.marks', 'Stab depth, scrape and wash length of a pipe end for a coupler; footprint and wash length for a saddle',
                [
                    Input::number('fitting_length_mm', 'mm', 0.0)->optional(), Input::number('footprint_mm', 'mm', 0.0)->optional(),
                    Input::choice('kind', ['coupler', 'slip_coupler', 'saddle']), Input::choice('rulebook', ['iso', 'us']),
                ],
                ['stab_depth_mm', 'scrape_length_mm', 'wash_length_mm'],
                [
                    Source::commonPractice('half the coupler; iso: scrape 20 mm beyond; wash three fitting lengths'),
                    Source::fromMemory('', 'us: scrape 12.7 mm (1/2 in) beyond'),
                ],
                self::marks(...)),
            new Calculation('ef.label', 'Reads the 24-digit code of an electrofusion fitting',
                [Input::text('code')], ['valid', 'check_digit', 'fields'],
                [Source::standard('ISO 13950', 'code length and check digit'), FusionLabel::source()],
                self::label(...)),
            new Calculation('ef.clocks', 'Release and earliest test from the end of fusion',
                [Input::time('fusion_end'), Input::number('cooling_min', 'min', 0.0), Input::number('test_factor', '')],
                ['release_at', 'test_at'],
                [Source::maker('cooling time printed on the fitting'), Source::commonPractice('test after 4 cooling times unless the maker says otherwise')],
                self::clocks(...)),
            new Calculation('ef.energy', 'Energy, current and power of a fusion',
                [Input::number('voltage_v', 'V'), Input::number('resistance_ohm', 'Ω'), Input::number('time_s', 's')],
                ['energy_kj', 'current_a', 'power_w'], [Source::arithmetic('I = V/R, P = V²/R, E = P·t')],
                self::energy(...)),
        ];
    }

    /** @return array<string, ?float> */
    private static function marks(Given $given): array
    {
        $rulebook = $given->text('rulebook') === 'us' ? Rulebooks::us() : Rulebooks::iso();
        $kind = $given->text('kind');
        $wanted = $kind === 'saddle' ? 'footprint_mm' : 'fitting_length_mm';
        $other = $kind === 'saddle' ? 'fitting_length_mm' : 'footprint_mm';
        if ($given->maybe($other) !== null) {
            throw InvalidInput::field($other, "A {$kind} is marked by its {$wanted}; leave {$other} out.", $given->maybe($other));
        }
        $length = $given->maybe($wanted) ?? throw InvalidInput::field($wanted, "{$wanted} is missing: a {$kind} is marked by it.");
        $marks = $kind === 'saddle' ? Marks::ofSaddle($length, $rulebook) : Marks::of(
            $length, $kind === 'slip_coupler' ? 'slip_coupler' : 'coupler', $rulebook,
        );

        return ['stab_depth_mm' => $marks->stabMm, 'scrape_length_mm' => $marks->scrapeMm, 'wash_length_mm' => $marks->washMm];
    }

    /** @return array<string, mixed> */
    private static function label(Given $given): array
    {
        $label = FusionLabel::of($given->text('code'));

        return ['valid' => true, 'check_digit' => (int) $label->code[23], 'fields' => $label->fields()];
    }

    /** @return array<string, string> */
    private static function clocks(Given $given): array
    {
        $clocks = Clocks::of($given->time('fusion_end'), $given->number('cooling_min'), $given->number('test_factor'));

        return ['release_at' => $clocks->releaseAt->format(\DateTimeInterface::RFC3339), 'test_at' => $clocks->testAt->format(\DateTimeInterface::RFC3339)];
    }

    /** @return array<string, float> */
    private static function energy(Given $given): array
    {
        $energy = Energy::of($given->number('voltage_v'), $given->number('resistance_ohm'), $given->number('time_s'));

        return ['energy_kj' => $energy->energyKj, 'current_a' => $energy->currentA, 'power_w' => $energy->powerW];
    }
}
