<?php

declare(strict_types=1);

use Core\Tests\Net\Walk;
use Diastoma\Core\Exception\InvalidInput;
use Diastoma\Core\Mechanical\Cards\Card;
use Diastoma\Core\Mechanical\Cards\CardKind;
use Diastoma\Core\Mechanical\Cards\Cards;
use Diastoma\Core\Mechanical\Product;
use Diastoma\Core\Procedure\Facts;
use Diastoma\Core\Procedure\Procedure;
use Diastoma\Core\Procedure\Verdict;
use Diastoma\Core\Rulebook\Rulebooks;
use Diastoma\Core\Simulation\GoodCrew;

/** A sample maker's card of a wide-range coupling with three sizes. */
function madeUpCard(): Card
{
    return Card::fromArray([
        'key' => 'clasp', 'title' => 'Clasp coupling', 'kind' => 'wide_range', 'source' => 'data sheet of a sample maker', 'rows' => [
            [
                'size' => 'S', 'min_mm' => 96, 'max_mm' => 113, 'upper_min_mm' => 110, 'upper_max_mm' => 128, 'length_mm' => 220, 'gap_mm' => 20,
                'insertion_min_mm' => 80,
                'bolts' => 3, 'torque_nm' => 60, 'maximum_nm' => 70, 'pressure_kpa' => 1600,
            ],
            ['size' => 'M', 'min_mm' => 154, 'max_mm' => 178, 'length_mm' => 260, 'gap_mm' => 30, 'bolts' => 4, 'torque_nm' => 85, 'pressure_kpa' => 1600],
            ['size' => 'XS', 'min_mm' => 40, 'max_mm' => 60, 'length_mm' => 160, 'gap_mm' => 10, 'bolts' => 2, 'torque_nm' => 40, 'pressure_kpa' => 1600],
        ],
    ]);
}

/**
 * A coupling of that card between two pipes, with some answers in place of the good ones.
 *
 * @param  array<string, mixed>  $instead
 * @param  array<string, mixed>  $facts
 */
function clasped(array $instead = [], array $facts = [], ?Procedure $procedure = null): Verdict
{
    $procedure ??= madeUpCard()->procedure();
    $facts = new Facts(['od_largest_mm' => 110.0, 'material' => 'PVC', 'service' => 'water', 'line_kpa' => 600.0, ...$facts]);
    $readings = (new GoodCrew($procedure, $facts, Rulebooks::iso(), $instead))->readings(new DateTimeImmutable('2026-11-23T08:00:00+00:00'));

    return $procedure->judge($readings, $facts, Rulebooks::iso());
}

/** @return array{string, string} severity and words of one rule */
function ofRule(Verdict $verdict, string $rule): array
{
    foreach ($verdict->findings as $finding) {
        if ($finding->rule === $rule) {
            return [$finding->severity->value, trim("{$finding->said} {$finding->todo}")];
        }
    }

    return ['', ''];
}

it('takes two pipes of another diameter and another material in one coupling', function () {
    $verdict = clasped(facts: ['od_largest_b_mm' => 98.0, 'material_b' => 'ductile iron']);
    expect($verdict->isAccepted())->toBeTrue()->and(ofRule($verdict, 'mc.fit'))->toBe([
        'go', 'Fits: 110.1 mm and 98.1 mm measured; takes 96 mm to 113 mm with the inner layer in, 110 mm to 128 mm with the inner layer out.',
    ]);
});

it('stops at an end outside the range, and names the size that takes it', function () {
    $verdict = clasped(['od_b_mm' => [160.0, 160.0], 'od_a_mm' => [161.0, 161.0]]);
    expect(ofRule($verdict, 'mc.fit')[0])->toBe('stop')->and(ofRule($verdict, 'mc.fit')[1])->toContain('Of this card these take both ends: M.')
        ->and($verdict->isAccepted())->toBeFalse();
});

it('stops where one end wants the inner layer out and the other wants it in', function () {
    expect(ofRule(clasped(['od_a_mm' => [100.0, 100.0], 'od_b_mm' => [120.0, 120.0]]), 'mc.fit')[1])->toContain('one end wants the inner layer out');
});

it('has the inner layer by the measured ends, and at both', function (array $instead, float $od, string $severity) {
    expect(ofRule(clasped($instead, ['od_largest_mm' => $od]), 'mc.layers')[0])->toBe($severity);
})->with([
    'in, as the lower range wants' => [[], 100.0, 'go'], 'out, as the upper wants' => [[], 120.0, 'go'],
    'out at one end only' => [['layer_a' => 'taken out'], 100.0, 'stop'], 'out at the other only' => [['layer_b' => 'taken out'], 100.0, 'stop'],
    'left in at one end only' => [['layer_b' => 'left in'], 120.0, 'stop'],
    'out where it must stay in' => [['layer_a' => 'taken out', 'layer_b' => 'taken out'], 100.0, 'stop'],
    'in where it must come out' => [['layer_a' => 'left in', 'layer_b' => 'left in'], 120.0, 'mend'],
    'in where both ranges hold it' => [[], 111.0, 'go'],
    'out where the lower range holds it too' => [['layer_a' => 'taken out', 'layer_b' => 'taken out'], 111.0, 'stop'],
]);

it('asks for no layer where there is one', function () {
    expect(ofRule(clasped(facts: ['od_largest_mm' => 165.0]), 'mc.layers')[0])->toBe('')->and(clasped(facts: ['od_largest_mm' => 165.0])->isAccepted())
        ->toBeTrue();
});

it('holds the label of the fitting against the line', function () {
    expect(ofRule(clasped(facts: ['line_kpa' => 1600.0]), 'mc.pressure')[0])->toBe('go')
        ->and(ofRule(clasped(facts: ['line_kpa' => 1601.0]), 'mc.pressure')[0])->toBe('stop')
        ->and(ofRule(clasped(facts: ['service' => 'gas']), 'mc.pressure'))
        ->toBe(['stop', 'This fitting is for water, not for gas. Take one that is made for it.'])
        ->and(ofRule(clasped(['label_agrees' => false]), 'mc.label')[0])->toBe('mend')->and(ofRule(clasped(['size' => Product::UNLISTED]), 'mc.label')[0])
        ->toBe('mend');
});

it('lubricates by what the pipe is of', function (string $material, string $lubricant, string $severity) {
    expect(ofRule(clasped(['material_a' => $material, 'lubricant_a' => $lubricant]), 'mc.lubricant.a')[0])->toBe($severity);
})->with([
    ['PVC', 'none', 'go'], ['PVC', "the maker's, clean", 'mend'], ['asbestos cement', 'none', 'mend'], ['asbestos cement', "the maker's, clean", 'go'],
    ['ductile iron, uncoated', 'none', 'mend'], ['ductile iron, coated', 'none', 'go'], ['steel', "the maker's, clean", 'mend'],
    ['PE', 'petroleum-based grease or oil', 'stop'],
]);

it('says what a mark at the face means', function (float $clear, string $severity, string $said) {
    // nominal (220 − 20)/2 = 100, 80 at the least, 10 either way
    [$found, $words] = ofRule(clasped(['face_a_mm' => $clear]), 'mc.face.a');
    expect($found)->toBe($severity)->and($words)->toContain($said);
})->with([
    [0.0, 'go', 'off its place'], [10.0, 'go', 'off its place'], [10.1, 'mend', 'short'], [20.0, 'mend', 'short'], [20.5, 'mend', 'not past the gasket'],
    [-10.0, 'go', 'off its place'],
    [-10.1, 'mend', 'too deep'],
]);

it('never files asbestos cement dry', function () {
    $verdict = clasped(['material_a' => 'asbestos cement', 'band_a' => 'filed smooth, looked at again', 'filed_wet_a' => false]);
    $final = array_values(array_filter($verdict->findings, static fn ($f) => $f->rule === 'mc.filed_wet.a'))[0];
    expect($final->severity->value)->toBe('stop')->and($final->final)->toBeTrue()
        ->and(ofRule(clasped(['material_a' => 'PVC', 'band_a' => 'filed smooth, looked at again']), 'mc.filed_wet.a')[0])->toBe('');
});

it('cures a leak by the 20 % rule once, with the pressure down', function (array $instead, bool $accepted, string $rule, string $severity) {
    $verdict = clasped(['recharge' => 'it weeps', ...$instead], ['od_largest_mm' => 165.0], Cards::find('wrapped')?->procedure());
    expect($verdict->isAccepted())->toBe($accepted)->and(ofRule($verdict, $rule)[0])->toBe($severity);
})->with([
    'cured' => [[], true, 'mc.recharge.again', 'go'], 'not cured' => [['recharge_again' => 'it weeps'], false, 'mc.recharge.again', 'stop'],
    'pressure still on' => [['left_kpa' => 300.0], false, 'mc.down', 'stop'],
]);

it('opens no bolt to a wrench while pressure is on', function () {
    $walk = new Walk('mechanical.wrapped');
    $readings = $walk->made(['recharge' => 'it weeps', 'left_kpa' => 300.0]);
    $steps = [];
    foreach ($walk->procedure->steps(new Diastoma\Core\Procedure\Situation($readings, $walk->facts(), $walk->rulebook)) as $step) {
        $steps[$step->id] = $step;
    }
    expect($steps['rebolt']->gate?->said)->toContain('Nobody tightens under pressure')->and($readings->has('rebolt'))->toBeFalse();
});

it('stops where it was tightened before the gauge said so, or a second time', function () {
    $walk = new Walk('mechanical.wrapped');
    $good = $walk->made(['recharge' => 'it weeps']);
    $late = [];
    foreach ($good->history as $reading) { // the gauge read an hour after
        $late[] = $reading->key === 'left_kpa' ? new Diastoma\Core\Procedure\Reading('left_kpa', 0.0, $reading->takenAt->modify('+1 hour'), 'Crew') : $reading;
    }
    usort($late, static fn ($a, $b): int => $a->takenAt <=> $b->takenAt);
    $twice = [...$good->history];
    foreach ($good->all('rebolt') as $row) {
        $twice[] = new Diastoma\Core\Procedure\Reading('rebolt', $row->value, $row->takenAt->modify('+2 hours'), 'Crew');
    }
    expect(ofRule($walk->verdict($good), 'mc.rebolt.once')[0])->toBe('go')
        ->and(ofRule($walk->verdict(new Diastoma\Core\Procedure\Readings($late)), 'mc.rebolt.once'))->toBe([
            'stop', 'Tightened before a gauge showed the pressure down. Stop. Lower the pressure, take it apart and look at it.',
        ])->and(ofRule($walk->verdict(new Diastoma\Core\Procedure\Readings($twice)), 'mc.rebolt.once')[0])->toBe('stop')
        ->and(ofRule($walk->verdict($good), 'mc.rebolt.set')[0])->toBe('go');
});

it('has the second cut of a sliding repair right the first time', function (array $instead, string $severity, string $said) {
    $procedure = Cards::find('sliding')?->procedure() ?? throw new LogicException;
    [$found, $words] = ofRule(clasped($instead, ['service' => 'gas', 'material' => 'PE'], $procedure), 'mc.cut');
    expect($found)->toBe($severity)->and($words)->toContain($said);
})->with([
    'as worked out' => [[], 'go', 'Cut out 440 mm; the fitting spans 380 mm to 680 mm.'],
    'longer, still spanned' => [['cut_mm' => 600.0], 'watch', '440 mm was worked out'],
    'beyond its reach' => [['cut_mm' => 681.0], 'stop', 'spans 680 mm at most'], 'short' => [['cut_mm' => 379.0], 'mend', 'wants 380 mm'],
    'damage left in' => [['damage_mm' => 450.0], 'mend', 'the damage reaches to 450 mm'],
]);

it('reads a card back as it was given, in its version', function () {
    $card = madeUpCard()->inVersion(3);
    expect(Card::fromArray($card->toArray())->toArray())->toBe($card->toArray())->and($card->procedureId())->toBe('mechanical.clasp~3')
        ->and($card->procedure()->title())->toBe('Clasp coupling');
});

it('refuses a card with all that is wrong with it at once', function () {
    try {
        Card::fromArray(['key' => 'X', 'title' => '', 'kind' => 'clamp', 'source' => '', 'lubricated' => ['wood'], 'rows' => [
            ['size' => '', 'min_mm' => 'ten', 'max_mm' => -1], ['size' => 'A', 'min_mm' => 200, 'max_mm' => 100, 'bolts' => 2.5, 'upper_min_mm' => 90],
        ]]);
        $fields = [];
    } catch (InvalidInput $fault) {
        $fields = array_column($fault->faults, 'field');
    }
    expect($fields)->toEqualCanonicalizing([
        'kind', 'key', 'title', 'lubricated', 'source', 'rows.0.size', 'rows.0.min_mm', 'rows.0.max_mm', 'rows.1.max_mm', 'rows.1.bolts', 'rows.1.upper_min_mm',
    ]);
});

it('ships a card of each kind, none with a figure of a product but those of the published glands', function () {
    expect(array_unique(array_map(static fn (Card $card): string => $card->kind->value, Cards::shipped())))->toHaveCount(count(CardKind::cases()));
    foreach (Cards::shipped() as $card) {
        expect($card->rows === [] || $card->key === 'mechanical_joint_gland')->toBeTrue();
    }
});

it('tightens in the passes of its card, and again only as its card says', function () {
    $card = static fn (array $more): Card => Card::fromArray([...madeUpCard()->toArray(), ...$more]);
    $at = new DateTimeImmutable('2026-11-23T08:00:00Z');
    $knowing = static fn (string $key, string $value): Diastoma\Core\Procedure\Situation => new Diastoma\Core\Procedure\Situation(
        new Diastoma\Core\Procedure\Readings([new Diastoma\Core\Procedure\Reading($key, $value, $at)]), new Facts([]), Rulebooks::iso(),
    );
    $plan = static fn (Card $card): array => array_column(
        (new Diastoma\Core\Mechanical\Kinds\WideRange($card))->circles()[0]->plan($knowing('size', 'M'))->passes ?? [], 'torque_nm',
    );
    expect($plan($card(['passes_percent' => [50, 100]])))->toBe([42.5, 85.0])->and($plan(madeUpCard()))->toBe([25.5, 51.0, 85.0, 85.0]);
    $never = clasped(['recharge' => 'it weeps'], ['od_largest_mm' => 165.0], $card(['retorque_percent' => 0])->procedure());
    $steps = $card(['retorque_percent' => 0])->procedure()->steps($knowing('recharge', 'it weeps'));
    expect(array_map(static fn ($s): string => $s->id, $steps))->not->toContain('rebolt')->and($never->isComplete())->toBeTrue();
});

it('refuses passes that do not rise to the full torque, and a second tightening below the first', function (array $more, string $field) {
    try {
        Card::fromArray([...madeUpCard()->toArray(), ...$more]);
        $fields = [];
    } catch (InvalidInput $fault) {
        $fields = array_column($fault->faults, 'field');
    }
    expect($fields)->toBe([$field]);
})->with([
    [['passes_percent' => [30, 60]], 'passes_percent'], [['passes_percent' => [60, 30, 100]], 'passes_percent'], [['passes_percent' => []], 'passes_percent'],
    [['passes_percent' => ['half', 100]], 'passes_percent'], [['retorque_percent' => 80], 'retorque_percent'],
    [['retorque_percent' => 200], 'retorque_percent'],
]);
