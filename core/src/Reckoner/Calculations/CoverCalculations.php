<?php

declare(strict_types=1);

namespace Diastoma\Core\Reckoner\Calculations;

use Diastoma\Core\Exception\InvalidInput;
use Diastoma\Core\Reckoner\Calculation;
use Diastoma\Core\Reckoner\Given;
use Diastoma\Core\Reckoner\Input;
use Diastoma\Core\Rulebook\Source;
use Diastoma\Core\Trench\Backfill\Density;
use Diastoma\Core\Trench\Backfill\Particle;
use Diastoma\Core\Trench\Deflection\Bore;
use Diastoma\Core\Trench\Deflection\Embedment;
use Diastoma\Core\Trench\Deflection\Iowa;
use Diastoma\Core\Trench\Deflection\LiveLoad;
use Diastoma\Core\Trench\Deflection\Stiffness;

/** What soil does to a pipe, and how hard it is packed. */
final class CoverCalculations
{
    private const IN2_PER_FT2 = 144.0;

    private const IOWA_US = ['pipe_stiffness_psi', 'e_prime_psi', 'cover_ft', 'unit_weight_pcf'];

    private const IOWA_SI = ['sn_kn_m2', 'e_prime_kpa', 'cover_m', 'unit_weight_kn_m3'];

    /** @return list<Calculation> */
    public static function all(): array
    {
        $positive = static fn (string $name, string $unit): Input => Input::number($name, $unit, 0.0)->optional();

        return [
            new Calculation('cover.iowa', 'How far a flexible pipe flattens under its cover, by modified Iowa: give pounds and feet, or metres and kN', [
                $positive('pipe_stiffness_psi', 'psi'), $positive('e_prime_psi', 'psi'), $positive('cover_ft', 'ft'), $positive('unit_weight_pcf', 'lb/ft³'),
                $positive('sn_kn_m2', 'kN/m²'), $positive('e_prime_kpa', 'kPa'), $positive('cover_m', 'm'), $positive('unit_weight_kn_m3', 'kN/m³'),
                Input::number('lag', '', 0.0, Iowa::LAG), Input::number('bedding_factor', '', 0.0, Iowa::BEDDING), $positive('live_psi', 'psi'),
                $positive('live_kpa', 'kPa'),
            ], ['deflection_percent', 'load', 'soil_load', 'unit'], [Iowa::source(), Stiffness::source()], self::iowa(...)),
            new Calculation('cover.stiffness', 'Stiffness of a flexible pipe, from its class SN or from its wall', [
                $positive('sn_kn_m2', 'kN/m²'), Input::number('sdr', '', 1.0)->optional(), $positive('modulus_psi', 'psi'),
            ], ['pipe_stiffness_kpa', 'pipe_stiffness_psi'], [Stiffness::source()], static function (Given $g): array {
                $stiff = self::stiffness($g);

                return ['pipe_stiffness_kpa' => $stiff->kpa, 'pipe_stiffness_psi' => $stiff->psi()];
            }),
            new Calculation('cover.e-prime', 'Modulus of soil reaction E′, by what lies beside the pipe and how hard it is packed', [
                Input::choice('soil', array_map(static fn (Embedment $e): string => $e->value, Embedment::cases())),
                Input::choice('compaction', Embedment::COMPACTIONS),
            ], ['e_prime_psi', 'e_prime_kpa'], [Embedment::source()], static function (Given $g): array {
                $soil = Embedment::from($g->text('soil'));

                return ['e_prime_psi' => $soil->ePrimePsi($g->text('compaction')), 'e_prime_kpa' => $soil->ePrimeKpa($g->text('compaction'))];
            }),
            new Calculation('cover.live-load', 'Pressure of an HS-20 truck on the pipe, by its cover', [Input::number('cover_ft', 'ft', 0.0)], ['live_psi'],
                [LiveLoad::source()], static fn (Given $g): array => ['live_psi' => LiveLoad::hs20Psi($g->number('cover_ft'))]),
            new Calculation('cover.deflection', 'How far a pipe has flattened, from its inside', [
                Input::number('inside_mm', 'mm', 0.0), Input::number('vertical_mm', 'mm', 0.0),
            ], ['deflection_percent'], [Source::arithmetic('100·(D0 − Dv)/D0')], static fn (Given $g): array => [
                'deflection_percent' => Bore::percent($g->number('inside_mm'), $g->number('vertical_mm')),
            ]),
            new Calculation('cover.mandrel', 'Mandrel that still goes through at the limit of deflection', [
                Input::number('base_inside_mm', 'mm', 0.0), Input::number('limit_percent', '%', 0.0),
            ], ['mandrel_mm'], [Source::standard('ASTM D3034', 'appendix, base inside diameter')], static function (Given $g): array {
                $limit = $g->number('limit_percent');

                return $limit >= 100.0 ? throw InvalidInput::field('limit_percent', "A limit of {$limit} % leaves no pipe.", $limit, 100)
                    : ['mandrel_mm' => Bore::mandrelMm($g->number('base_inside_mm'), $limit)];
            }),
            new Calculation('cover.density', 'How hard a layer is packed, against the greatest density of the laboratory', [
                $positive('dry_density_t_m3', 't/m³'), $positive('wet_density_t_m3', 't/m³'), Input::fromZero('moisture_percent', '%')->optional(),
                Input::number('maximum_t_m3', 't/m³', 0.0),
            ], ['dry_density_t_m3', 'relative_percent'], [Density::source()], static function (Given $g): array {
                $density = self::density($g);

                return ['dry_density_t_m3' => $density->dryTM3, 'relative_percent' => $density->percent];
            }),
            new Calculation('cover.particle', 'Largest stone that may lie against a pipe', [
                Input::choice('pipe', ['grp', 'pvc', 'pe', 'plastic', 'ductile_iron', 'concrete', 'steel']), Input::number('dn_mm', 'mm', 0.0),
            ], ['largest_mm'], [Particle::Plastic->source(), Particle::Rigid->source()], static fn (Given $g): array => [
                'largest_mm' => (Particle::tryFrom($g->text('pipe')) ?? Particle::of($g->text('pipe')))->largestMm($g->number('dn_mm')),
            ]),
        ];
    }

    /** @return array<string, float|string> */
    private static function iowa(Given $g): array
    {
        [$us, $si] = [self::those($g, self::IOWA_US), self::those($g, self::IOWA_SI)];
        $isUs = count($us) === count(self::IOWA_US) && $si === [];
        if (! $isUs && ! (count($si) === count(self::IOWA_SI) && $us === [])) {
            $names = count($us) > count($si) ? self::IOWA_US : self::IOWA_SI;
            $wrong = array_values(array_diff($names, array_keys($us), array_keys($si)))[0] ?? $names[0];

            throw InvalidInput::field($wrong, 'Give all of '.implode(', ', self::IOWA_US).', or all of '.implode(', ', self::IOWA_SI).', not some of both.');
        }
        if ($g->maybe($isUs ? 'live_kpa' : 'live_psi') !== null) {
            throw InvalidInput::field($isUs ? 'live_kpa' : 'live_psi', 'Give the live load in the unit of the rest: '.($isUs ? 'live_psi' : 'live_kpa').'.');
        }
        $soil = $isUs ? $us['cover_ft'] * $us['unit_weight_pcf'] / self::IN2_PER_FT2 : $si['cover_m'] * $si['unit_weight_kn_m3'];
        $live = $g->maybe($isUs ? 'live_psi' : 'live_kpa') ?? 0.0;
        $stiff = $isUs ? $us['pipe_stiffness_psi'] : Stiffness::ofSn($si['sn_kn_m2'])->kpa;
        $lag = $g->number('lag');

        return [
            'deflection_percent' => Iowa::percent($soil, $live, $stiff, $isUs ? $us['e_prime_psi'] : $si['e_prime_kpa'], $lag, $g->number('bedding_factor')),
            'load' => $lag * $soil + $live, 'soil_load' => $soil, 'unit' => $isUs ? 'psi' : 'kPa',
        ];
    }

    /**
     * @param  list<string>  $names
     * @return array<string, float> of them those that were given
     */
    private static function those(Given $g, array $names): array
    {
        $those = [];
        foreach ($names as $name) {
            $value = $g->maybe($name);
            $those += $value === null ? [] : [$name => $value];
        }

        return $those;
    }

    private static function stiffness(Given $g): Stiffness
    {
        [$sn, $sdr, $modulus] = [$g->maybe('sn_kn_m2'), $g->maybe('sdr'), $g->maybe('modulus_psi')];

        return match (true) {
            $sn !== null && $sdr === null && $modulus === null => Stiffness::ofSn($sn),
            $sn === null && $sdr !== null && $modulus !== null => Stiffness::ofWall($sdr, $modulus),
            default => throw InvalidInput::field($sdr === null ? 'sdr' : 'modulus_psi', 'Give sn_kn_m2 alone, or sdr with modulus_psi.'),
        };
    }

    private static function density(Given $g): Density
    {
        [$dry, $wet, $moisture] = [$g->maybe('dry_density_t_m3'), $g->maybe('wet_density_t_m3'), $g->maybe('moisture_percent')];

        return match (true) {
            $dry !== null && $wet === null => Density::ofDry($dry, $g->number('maximum_t_m3')),
            $dry === null && $wet !== null && $moisture !== null => Density::ofWet($wet, $moisture, $g->number('maximum_t_m3')),
            default => throw InvalidInput::field(
                $wet === null ? 'dry_density_t_m3' : 'moisture_percent', 'Give dry_density_t_m3 alone, or wet_density_t_m3 with moisture_percent.',
            ),
        };
    }
}
