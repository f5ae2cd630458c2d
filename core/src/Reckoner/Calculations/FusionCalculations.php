<?php

declare(strict_types=1);

namespace Diastoma\Core\Reckoner\Calculations;

use Diastoma\Core\Electrofusion\Energy;
use Diastoma\Core\Electrofusion\Scrape;
use Diastoma\Core\Electrofusion\Supply;
use Diastoma\Core\Label\TraceabilityCode;
use Diastoma\Core\Reckoner\Calculation;
use Diastoma\Core\Reckoner\Given;
use Diastoma\Core\Reckoner\Input;
use Diastoma\Core\Rulebook\Source;

/** Scraping, fusion time, supply and the second code. */
final class FusionCalculations
{
    /** @return list<Calculation> */
    public static function all(): array
    {
        return [
            new Calculation('ef.scrape', 'What scraping took off and the gap it leaves: go, watch, mend (scrape again) or stop (gap too wide)',
                [
                    Input::number('od_before_mm', 'mm', 0.0), Input::number('od_after_mm', 'mm', 0.0), Input::number('bore_mm', 'mm', 0.0),
                    Input::number('limit_mm', 'mm'), Input::number('minimum_mm', 'mm'),
                ],
                ['removal_mm', 'gap_mm', 'verdict'],
                [Source::arithmetic('removal (before − after)/2, gap (bore − after)/2'), Source::commonPractice('limits as given')],
                self::scrape(...)),
            new Calculation('ef.passes', 'How many scraper passes the fit can stand, and the gap after each',
                [
                    Input::number('od_mm', 'mm', 0.0), Input::number('bore_mm', 'mm', 0.0), Input::number('depth_per_pass_mm', 'mm', 0.0),
                    Input::number('gap_limit_mm', 'mm'), Input::number('minimum_mm', 'mm'),
                ],
                ['max_passes', 'passes_needed', 'feasible', 'gap_after_mm'], [Source::arithmetic('gap after n passes (bore − OD)/2 + n·depth')],
                static fn (Given $g): array => Scrape::passes(
                    $g->number('od_mm'), $g->number('bore_mm'), $g->number('depth_per_pass_mm'), $g->number('gap_limit_mm'), $g->number('minimum_mm'),
                )),
            new Calculation('ef.fusion-time', 'Fusion time corrected for temperature',
                [
                    Input::number('nominal_s', 's', 0.0), Input::number('reference_c', '°C'), Input::number('ambient_c', '°C'),
                    Input::number('coefficient_per_c', '1/K'),
                ],
                ['time_s'], [Source::maker('coefficient on the label; t = t_ref·(1 + c·(T_ref − T))')],
                static fn (Given $g): array => ['time_s' => Energy::correctedTime(
                    $g->number('nominal_s'), $g->number('coefficient_per_c'), $g->number('reference_c'), $g->number('ambient_c'),
                )]),
            new Calculation('ef.supply', 'Current, power and generator size a fusion asks for at its start, and the drop along a cable',
                [
                    Input::number('voltage_v', 'V'), Input::number('resistance_ohm', 'Ω'), Input::number('cable_m', 'm, one way'),
                    Input::number('cable_mm2', 'mm² copper'), Input::number('efficiency', 'share of 1'), Input::number('power_factor', 'share of 1'),
                ],
                ['current_a', 'power_kw', 'generator_kva', 'cable_drop_v'],
                [Source::arithmetic('I = V/R, P = V²/R, kVA = P/(efficiency·power factor), drop = 2·ρ·L/A·I'), Supply::source()],
                self::supply(...)),
            new Calculation('ef.trace-code', 'Reads the 26-digit traceability code of a pipe or fitting; keeps a 16-character US code whole',
                [Input::text('code')], ['scheme', 'fields'], [TraceabilityCode::source(), Source::standard('ASTM F2897', '16 characters, kept whole')],
                self::traceCode(...)),
        ];
    }

    /** @return array<string, float|string> */
    private static function scrape(Given $g): array
    {
        $scrape = Scrape::judge($g->number('od_before_mm'), $g->number('od_after_mm'), $g->number('bore_mm'), $g->number('limit_mm'), $g->number('minimum_mm'));

        return ['removal_mm' => round($scrape->removalMm, 9), 'gap_mm' => round($scrape->gapMm, 9), 'verdict' => $scrape->severity->value];
    }

    /** @return array<string, float> */
    private static function supply(Given $g): array
    {
        $supply = Supply::of(
            $g->number('voltage_v'), $g->number('resistance_ohm'), $g->number('cable_m'), $g->number('cable_mm2'), $g->number('efficiency'),
            $g->number('power_factor'),
        );

        return [
            'current_a' => $supply->currentA, 'power_kw' => $supply->powerKw, 'generator_kva' => $supply->generatorKva,
            'cable_drop_v' => $supply->cableDropV,
        ];
    }

    /** @return array<string, mixed> */
    private static function traceCode(Given $g): array
    {
        $code = TraceabilityCode::of($g->text('code'));

        return ['scheme' => $code->scheme, 'fields' => $code->fields()];
    }
}
