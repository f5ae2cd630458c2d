<?php

declare(strict_types=1);

namespace Diastoma\Core\Reckoner;

use Diastoma\Core\Exception\InvalidInput;
use Diastoma\Core\Quantity\UnitSystem;
use Diastoma\Core\Reckoner\Calculations\AcceptanceCalculations;
use Diastoma\Core\Reckoner\Calculations\BoltingCalculations;
use Diastoma\Core\Reckoner\Calculations\CoverCalculations;
use Diastoma\Core\Reckoner\Calculations\ElectrofusionCalculations;
use Diastoma\Core\Reckoner\Calculations\FusionCalculations;
use Diastoma\Core\Reckoner\Calculations\GasketedCalculations;
use Diastoma\Core\Reckoner\Calculations\HeatCalculations;
use Diastoma\Core\Reckoner\Calculations\LayoutCalculations;
use Diastoma\Core\Reckoner\Calculations\MechanicalCalculations;
use Diastoma\Core\Reckoner\Calculations\PipeCalculations;
use Diastoma\Core\Reckoner\Calculations\TestCalculations;
use Diastoma\Core\Reckoner\Calculations\TrenchCalculations;
use Diastoma\Core\Reckoner\Calculations\WaterCalculations;

/** The catalogue of single calculations. */
final class Reckoner
{
    /** @return list<Calculation> craft by craft */
    public static function all(): array
    {
        $crafts = [
            'Pipe' => [...PipeCalculations::all()],
            'Electrofusion' => [...ElectrofusionCalculations::all(), ...FusionCalculations::all(), ...HeatCalculations::all()],
            'Gasketed joints and curves' => [...GasketedCalculations::all(), ...LayoutCalculations::all()],
            'Couplings, bolts and repair' => [...BoltingCalculations::all(), ...MechanicalCalculations::all()],
            'Pressure tests' => [...TestCalculations::all(), ...AcceptanceCalculations::all(), ...WaterCalculations::all()],
            'Trench and cover' => [...TrenchCalculations::all(), ...CoverCalculations::all()],
        ];

        return array_merge(...array_map(static fn (string $craft, array $all): array => array_map(
            static fn (Calculation $c): Calculation => $c->under($craft), $all,
        ), array_keys($crafts), $crafts));
    }

    /** @throws InvalidInput if there is no calculation of that id */
    public static function of(string $id): Calculation
    {
        foreach (self::all() as $calculation) {
            if ($calculation->id === $id) {
                return $calculation;
            }
        }
        $known = implode(', ', array_map(static fn (Calculation $c): string => $c->id, self::all()));

        throw InvalidInput::field('id', "There is no calculation “{$id}”. Known: {$known}.", $id);
    }

    /**
     * @param  array<mixed>  $input
     * @param  string  $units  system in which the result is said; metric where it is none
     * @return array<string, mixed>
     *
     * @throws InvalidInput
     */
    public static function reckon(string $id, array $input, string $units = ''): array
    {
        $calculation = self::of($id);
        $result = $calculation->run($input);
        $given = [...$calculation->defaults(), ...$input];

        return [
            'id' => $id, 'result' => $result, 'sources' => $calculation->sourceTags(),
            'shown' => (object) self::shown($result, UnitSystem::tryFrom($units) ?? UnitSystem::Metric),
            'formula' => Formulas::with($id, $given, $result), 'picture' => Pictures::of($id, $given, $result),
        ];
    }

    /**
     * @param  array<string, mixed>  $result
     * @return array<string, string> each figure with its unit, in a system of units
     */
    private static function shown(array $result, UnitSystem $units): array
    {
        $shown = [];
        foreach ($result as $name => $value) {
            $unit = Name::unit($name);
            if ((is_int($value) || is_float($value)) && $unit !== null) {
                $shown[$name] = $units->print((float) $value, $unit);
            } elseif ((is_int($value) || is_float($value)) && Name::symbol($name) !== '') {
                $decimals = max(0, 4 - (int) floor(log10(max(1e-9, abs($value))))); // five figures, and never fewer than are whole
                $shown[$name] = round((float) $value, $decimals).' '.Name::symbol($name);
            }
        }

        return $shown;
    }
}
