<?php

declare(strict_types=1);

namespace Diastoma\Core\Reckoner;

use Diastoma\Core\Exception\InvalidInput;
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
    /** @return list<Calculation> */
    public static function all(): array
    {
        return [
            ...PipeCalculations::all(), ...ElectrofusionCalculations::all(), ...FusionCalculations::all(), ...HeatCalculations::all(),
            ...GasketedCalculations::all(), ...LayoutCalculations::all(), ...TestCalculations::all(), ...AcceptanceCalculations::all(),
            ...WaterCalculations::all(), ...BoltingCalculations::all(), ...MechanicalCalculations::all(),
            ...CoverCalculations::all(), ...TrenchCalculations::all(),
        ];
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
     * @return array{id: string, result: array<string, mixed>, sources: list<string>}
     *
     * @throws InvalidInput
     */
    public static function reckon(string $id, array $input): array
    {
        $calculation = self::of($id);

        return ['id' => $id, 'result' => $calculation->run($input), 'sources' => $calculation->sourceTags()];
    }
}
