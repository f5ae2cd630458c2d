<?php

declare(strict_types=1);

use Core\Tests\Joint;
use Diastoma\Core\Exception\InvalidInput;
use Diastoma\Core\Label\FusionLabel;
use Symfony\Component\Process\Process;

// Check digit by hand for 000000000000000000000001?: only digit 23 (odd place) is 1, 3·1 = 3, so the check digit is 7.
it('works the check digit out by hand', function (string $first23, int $check) {
    expect(FusionLabel::checkDigit($first23))->toBe($check);
})->with([
    'a single 1 in an odd place' => [str_repeat('0', 22).'1', 7],
    'a single 1 in an even place' => [str_repeat('0', 21).'10', 9],
    // odd places 1,3,…,23 hold 1 each: 12·3 = 36; even places 2,4,…,22 hold 2 each: 22; 58 → 2
    'alternating 1 and 2' => [str_repeat('12', 11).'1', 2],
    'sum already round' => [str_repeat('0', 23), 0],
]);

it('decodes the fields with their confidence', function () {
    $fields = FusionLabel::of(Joint::label())->fields();

    expect($fields['diameter_mm'])->toBe(['value' => 180.0, 'digits' => '9–11', 'confidence' => 'from memory'])
        ->and($fields['voltage_v']['value'])->toBe(40.0)
        ->and($fields['resistance_ohm']['value'])->toBe(0.64)
        ->and($fields['fusion_time_s']['value'])->toBe(260.0)
        ->and($fields['kind_and_maker'])->toBe(['value' => '73120418', 'digits' => '1–8', 'confidence' => 'raw'])
        ->and($fields['resistance_tolerance_class']['confidence'])->toBe('raw');
});

it('takes a code with the spaces people type', fn () => expect(FusionLabel::of(' '.chunk_split(Joint::label(), 4, ' '))->code)->toBe(Joint::label()));

it('refuses every single wrong digit', function () {
    $code = Joint::label();
    for ($place = 0; $place < 24; $place++) {
        for ($digit = 0; $digit < 10; $digit++) {
            $wrong = substr_replace($code, (string) $digit, $place, 1);
            if ($wrong !== $code) {
                expect(fn () => FusionLabel::of($wrong))->toThrow(InvalidInput::class, 'check digit');
            }
        }
    }
});

it('refuses what is no label', function (string $code, string $says) {
    expect(fn () => FusionLabel::of($code))->toThrow(InvalidInput::class, $says);
})->with([
    'too short' => ['1234567890', 'has 10 digits'],
    'one short' => [substr(Joint::label(), 0, 23), 'has 23 digits'],
    'one long' => [Joint::label().'0', 'has 25 digits'],
    'all zeros, whose check digit is right' => [str_repeat('0', 24), 'all zeros'],
    'letters' => ['ABC', 'other than digits'],
    'a line feed after it' => [substr(Joint::label(), 0, 23)."\n7x", 'other than digits'],
    'empty' => ['', 'has 0 digits'],
]);

// Outside check: bwip-js draws the code as interleaved 2 of 5, zbarimg (ZBar) reads it back, our check digit accepts it.
it('accepts a code drawn by a bar code library and read back by another program', function (string $first23) {
    $code = $first23.FusionLabel::checkDigit($first23);
    $png = tempnam(sys_get_temp_dir(), 'label').'.png';
    $draw = new Process(
        [
            'node', '--input-type=module', '-e',
            "import bwip from 'bwip-js/node'; import fs from 'node:fs'; fs.writeFileSync(process.argv[1], await bwip.toBuffer({bcid:'interleaved2of5', "
                ."text:process.argv[2], scale:3, height:14, paddingwidth:12, paddingheight:6, backgroundcolor:'ffffff'}));",
            $png, $code,
        ],
        dirname(__DIR__, 3),
    );
    $draw->mustRun();
    $read = new Process(['zbarimg', '--quiet', '--raw', '-Sdisable', '-Si25.enable', $png]);
    $read->mustRun();
    unlink($png);

    expect(trim($read->getOutput()))->toBe($code)
        ->and(FusionLabel::of(trim($read->getOutput()))->code)->toBe($code);
})->with(['73120418180140064526000', '10203040110139127409030', '99999999063140500120001']);
