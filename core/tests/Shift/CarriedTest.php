<?php

declare(strict_types=1);

use Core\Tests\Net\Walk;
use Diastoma\Core\Procedure\Facts;
use Diastoma\Core\Procedure\Reading;
use Diastoma\Core\Procedure\Readings;
use Diastoma\Core\Procedure\Situation;
use Diastoma\Core\Shift\Carried;

function onSheet(string $key, mixed $value, string $time): Reading
{
    return new Reading($key, $value, new DateTimeImmutable("2026-11-23T{$time}:00+00:00"), 'Ada');
}

/** @return array<string, mixed> value by key of what a coupler may take over at a time, from a sheet that was filled in so */
function carried(array $sheet, string $time, array $joint = []): array
{
    $walk = new Walk('electrofusion.coupler');
    $facts = new Facts([...$walk->facts()->toArray(), ...Carried::facts('sheet', 'Monday', new Readings($sheet))]);
    $s = new Situation(new Readings($joint), $facts, $walk->rulebook);

    return array_column((new Carried($s, $walk->procedure->steps($s), new DateTimeImmutable("2026-11-23T{$time}:00+00:00")))->offers(), 'value', 'key');
}

$unit = static fn (string $id): array => ['id' => $id, 'name' => "Unit {$id}"];

it('offers what is fresh, and nothing at all without a sheet', function () {
    $walk = new Walk('electrofusion.coupler');
    $s = new Situation(new Readings, $walk->facts(), $walk->rulebook);
    expect((new Carried($s, $walk->procedure->steps($s), new DateTimeImmutable))->offers())->toBe([])
        ->and(carried([onSheet('sheltered', true, '07:00')], '11:00'))->toBe(['sheltered' => true])
        ->and(carried([onSheet('sheltered', true, '07:00')], '11:01'))->toBe([])
        ->and(carried([onSheet('sheltered', true, '07:00')], '06:59'))->toBe([]); // a joint entered late does not know what came after
});

it('stands where the first of its answers is asked, and nowhere once all are given', function () {
    $walk = new Walk('electrofusion.coupler');
    $asked = static function (array $joint) use ($walk): ?string {
        $sheet = [onSheet('tools_checked', true, '07:00'), onSheet('sheltered', true, '07:00'), onSheet('solvent', 'x', '07:00')];
        $facts = new Facts([...$walk->facts()->toArray(), ...Carried::facts('sheet', 'Monday', new Readings($sheet))]);
        $s = new Situation(new Readings($joint), $facts, $walk->rulebook);

        return (new Carried($s, $walk->procedure->steps($s), new DateTimeImmutable('2026-11-23T08:00:00+00:00')))->step();
    };
    $step = static fn (string $key): string => explode('.', array_key_first(array_filter(
        $walk->placed(new Readings), static fn ($spec): bool => $spec->key === $key,
    )))[0];
    expect($asked([]))->toBe($step('sheltered'))
        ->and($asked([onSheet('sheltered', false, '07:30')]))->toBe($step('solvent'))
        ->and($asked([onSheet('sheltered', false, '07:30'), onSheet('solvent', 'y', '07:30')]))->toBeNull()
        ->and($step('sheltered'))->not->toBe($step('solvent'));
});

it('offers no “no”, nothing that is measured at the joint, and nothing that was answered there', function () {
    expect(carried([onSheet('sheltered', false, '07:00'), onSheet('pipe_c', 14.0, '07:00')], '08:00'))->toBe([])
        ->and(carried([onSheet('sheltered', true, '07:00')], '08:00', [onSheet('sheltered', false, '07:30')]))->toBe([]);
});

it('drops the weather from before it changed, and takes what was answered after', function () {
    $changed = onSheet(Carried::WEATHER_CHANGED, '2026-11-23T08:00:00+00:00', '08:00');
    expect(carried([onSheet('ambient_c', 20.0, '07:00'), onSheet('solvent', 'x', '07:00'), $changed], '09:00'))->toBe(['solvent' => 'x'])
        ->and(carried([onSheet('ambient_c', 20.0, '07:00'), $changed, onSheet('ambient_c', 12.0, '08:05')], '09:00'))->toBe(['ambient_c' => 12.0]);
});

it('drops what hangs on a unit when another one is taken, on the sheet or at the joint', function () use ($unit) {
    $sheet = [onSheet('generator_kva', 6.0, '07:00'), onSheet('control_unit', $unit('a'), '07:01')]; // in whatever order it was filled in
    expect(carried($sheet, '08:00'))->toBe(['control_unit' => 'a', 'generator_kva' => 6.0])
        ->and(carried([...$sheet, onSheet('control_unit', $unit('b'), '07:30')], '08:00'))->toBe(['control_unit' => 'b'])
        ->and(carried([...$sheet, onSheet('control_unit', $unit('a'), '07:30')], '08:00'))->toBe(['control_unit' => 'a', 'generator_kva' => 6.0])
        ->and(carried($sheet, '08:00', [onSheet('control_unit', $unit('c'), '07:40')]))->toBe([])
        ->and(carried($sheet, '08:00', [onSheet('control_unit', $unit('a'), '07:40')]))->toBe(['generator_kva' => 6.0]);
});
