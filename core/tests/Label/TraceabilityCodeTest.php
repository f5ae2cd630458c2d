<?php

declare(strict_types=1);

use Diastoma\Core\Exception\InvalidInput;
use Diastoma\Core\Label\CheckDigit;
use Diastoma\Core\Label\TraceabilityCode;

// An invented code; check digit by hand: odd places 1+3+0+8+1+4+6+0+0+1+3+1+0 = 28, ·3 = 84; even places 2+4+1+0+3+5+0+4+2+2+4+2 = 29; 113 → 7.
it('reads the fields of a 26-digit code', function () {
    $code = '1234'.'01'.'801'.'345600'.'40'.'2'.'1234'.'1'.'20';
    $fields = TraceabilityCode::of($code.CheckDigit::of($code))->fields();

    expect($fields['maker']['value'])->toBe('1234')->and($fields['size'])->toBe(['value' => '801', 'digits' => '7–9', 'confidence' => 'plain'])
        ->and($fields['batch']['value'])->toBe('345600')->and($fields['sdr_class']['confidence'])->toContain('raw');
});

it('has a check digit that makes 3·odd + even a multiple of 10', function () {
    $code = '1234018013456004021234120';
    $odd = $even = 0;
    foreach (str_split($code.CheckDigit::of($code)) as $i => $digit) {
        $i % 2 === 0 ? $odd += (int) $digit : $even += (int) $digit;
    }
    expect((3 * $odd + $even) % 10)->toBe(0);
});

it('keeps a US code of 16 characters whole', function () {
    expect(TraceabilityCode::of('ab12 cd34 ef56 gh78')->fields())->toBe(['whole_code' => [
        'value' => 'AB12CD34EF56GH78', 'digits' => '1–16', 'confidence' => 'raw: kept whole',
    ]]);
});

it('refuses what is no such code', function (string $code, string $says) {
    expect(fn () => TraceabilityCode::of($code))->toThrow(InvalidInput::class, $says);
})->with([
    'a wrong digit' => ['12340180134560040212341208', 'check digit'], 'too short' => ['123', '3 digits; it must have 26'],
    'zeros' => [str_repeat('0', 26), 'all zeros'], 'letters' => ['1234018013456004021234120X', 'other than digits'],
]);
