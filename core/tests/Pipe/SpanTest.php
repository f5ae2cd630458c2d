<?php

declare(strict_types=1);

use Core\Tests\Net\Walk;
use Diastoma\Core\Exception\InvalidInput;
use Diastoma\Core\Pipe\Span;
use Diastoma\Core\Pipe\Spans;
use Diastoma\Core\Rulebook\Severity;

function pe(float $sdr, float $dn = 180.0, string $material = 'PE 100'): Span
{
    return new Span($material, $dn, $sdr, null, round($dn / $sdr, 1), $dn + 1.1, $dn);
}

it('judges a joint of two walls by the one that is on the safe side', function () {
    $facts = Span::joined(pe(11), pe(17));
    expect($facts)->toMatchArray(['sdr' => 11.0, 'sdr_b' => 17.0, 'wall_mm' => 10.6, 'dn_mm' => 180.0, 'material' => 'PE 100'])
        ->and(Span::joined(pe(17), pe(11))['wall_mm'])->toBe(10.6)->and(Span::fromArray(pe(11)->toArray()))->toEqual(pe(11))
        ->and(pe(11)->said())->toBe('PE 100 SDR 11 dn 180');
});

it('says that one fitting does not take both', function (Span $a, Span $b, string $says) {
    expect(fn () => Span::joined($a, $b))->toThrow(InvalidInput::class, $says);
})->with([
    'another size' => [pe(11), pe(11, 200.0), 'a reducer'],
    'another material' => [pe(11), new Span('Ductile iron', 150, null, 16.0, 6.0, 181.1), 'mechanical coupling'],
]);

it('stops a fitting that takes the wall of one end only', function () {
    $walk = (new Walk('electrofusion.coupler'))->knowing(['sdr' => 11, 'sdr_b' => 26, 'wall_mm' => 6.9]);
    $found = array_filter($walk->verdict($walk->made())->findings, static fn ($f): bool => $f->severity === Severity::Stop && str_contains($f->said, 'SDR 26'));
    expect($found)->not->toBe([]);
    $fits = (new Walk('electrofusion.coupler'))->knowing(['sdr' => 11, 'sdr_b' => 17, 'wall_mm' => 10.6]);
    expect($fits->verdict($fits->made())->isAccepted())->toBeTrue();
});

it('makes a row of spans of pipes that are another than the main', function () {
    $thin = ['from_m' => 24.0, 'to_m' => 36.0, 'span' => pe(17)];
    $said = static fn (array $spans): array => array_map(static fn (array $s): string => "{$s['span']->sdr} {$s['from_m']}–{$s['to_m']}", $spans);
    expect($said(Spans::of(pe(11), [], 0.0, 60.0)))->toBe(['11 0–60'])
        ->and($said(Spans::of(pe(11), [$thin, ['from_m' => 36.0, 'to_m' => 48.0, 'span' => pe(17)]], 0.0, 60.0)))->toBe(['11 0–24', '17 24–48', '11 48–60'])
        ->and($said(Spans::of(pe(11), [$thin], 24.0, 36.0)))->toBe(['17 24–36'])->and($said(Spans::of(pe(11), [$thin], 30.0, 40.0)))
        ->toBe(['17 30–36', '11 36–40'])->and($said(Spans::of(pe(11), [], 0.0, 0.0)))->toBe(['11 0–0']);
});
