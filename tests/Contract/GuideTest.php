<?php

declare(strict_types=1);

use Core\Tests\Net\Walk;
use Diastoma\Core\Catalogue\Procedures;
use Diastoma\Core\Procedure\Readings;
use Diastoma\Core\Procedure\Situation;
use Opis\JsonSchema\Validator;

/** Keys and kinds of values, nothing else: guides of one kind are looked at once. */
function kindOf(mixed $value): mixed
{
    return is_array($value) ? array_map(kindOf(...), array_is_list($value) ? array_slice($value, 0, 1) : $value) : get_debug_type($value);
}

/**
 * The shapes of docs/openapi.json that a guide has.
 *
 * @return list<string>
 */
function shapesOf(mixed $guide): array
{
    static $validator = null;
    static $shapes = [];
    static $known = [];
    if ($validator === null) {
        $document = json_decode((string) file_get_contents(dirname(__DIR__, 2).'/docs/openapi.json'), flags: JSON_THROW_ON_ERROR);
        $shapes = array_map(static fn (object $shape): string => basename($shape->{'$ref'}), $document->components->schemas->Guide->anyOf);
        $validator = new Validator;
        $validator->resolver()?->registerRaw((object) ['$id' => 'https://example.test/api', 'components' => $document->components]);
    }
    $kind = (string) json_encode(kindOf((array) $guide));
    if (isset($known[$kind])) {
        return $known[$kind];
    }
    $data = json_decode((string) json_encode($guide));
    $found = array_values(array_filter(
        $shapes, static fn (string $shape): bool => $validator->validate($data, "https://example.test/api#/components/schemas/{$shape}")->isValid(),
    ));

    return $known[$kind] = $found;
}

it('gives every step a guide of one shape that the interface knows, or none', function (string $id) {
    $walk = new Walk($id);
    foreach ([new Readings, $walk->made(), $walk->ways()['all that need not be'] ?? $walk->made()] as $readings) {
        $looked = 0;
        $situation = new Situation($readings, $walk->facts(), $walk->rulebook);
        foreach ($walk->procedure->steps($situation) as $step) {
            $guide = $step->toArray($walk->rulebook->units)['guide'];
            $looked++;
            if ($guide !== null) {
                expect(shapesOf($guide))->toHaveCount(1, "{$id}, {$step->id}: ".json_encode($guide));
            }
        }
        expect($looked)->toBeGreaterThan(0);
    }
})->with(static fn (): array => array_combine(Procedures::ids(), array_map(static fn (string $id): array => [$id], Procedures::ids())));

it('knows a guide of no shape', function () {
    expect(shapesOf(['limit_mm' => 'wide']))->toBe([])->and(shapesOf(['drying_s' => 120, 'made_up' => 1]))->toBe([]);
});
