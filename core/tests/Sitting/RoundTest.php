<?php

declare(strict_types=1);

use Core\Tests\Net\Walk;
use Diastoma\Core\Procedure\How;
use Diastoma\Core\Sitting\Entry;
use Diastoma\Core\Sitting\FrontPage;
use Diastoma\Core\Sitting\Kind;
use Diastoma\Core\Sitting\Person;
use Diastoma\Core\Sitting\Refused;
use Diastoma\Core\Sitting\Sitting;
use Diastoma\Core\Sitting\State;
use Diastoma\Core\Sitting\Taken;
use Diastoma\Core\Sitting\Work;

/** @return array{Sitting, DateTimeImmutable} a flange of eight bolts, made well up to its bolts; and the moment at which the wrench was taken */
function beforeBolts(): array
{
    $walk = new Walk('mechanical.flange');
    $entries = [];
    foreach ($walk->made(['label_bolts' => 8.0])->history as $k => $reading) {
        if (is_array($reading->value) && isset($reading->value['pass'])) {
            continue;
        }
        $entries[] = new Entry("e{$k}", Entry::READING, ['key' => $reading->key, 'value' => $reading->value], $reading->takenAt, 'Ada');
        if ($reading->key === 'bolt_wrench') {
            break;
        }
    }

    return [Sitting::open(new Work(Kind::Joint, $walk->procedure, $walk->facts()), $entries, $walk->rulebook), end($entries)->takenAt];
}

$ada = new Person('Ada', 'jointer', '2099-03-01', ['mechanical' => '2099-01-01']);
$round = static fn (int $pass, DateTimeImmutable $at, string $id = ''): Entry => new Entry(
    "r{$pass}{$id}", Entry::ROUND, ['key' => 'bolt', 'pass' => $pass], $at, 'Ada',
);
$row = static fn (string $id, array $row, DateTimeImmutable $at, string $key = 'bolt'): Entry => new Entry(
    $id, Entry::ROW, ['key' => $key, 'row' => $row], $at, 'Ada',
);

it('tightens eight bolts in fourteen presses: three passes as a whole, the last bolt by bolt, told apart', function () use ($ada, $round, $row) {
    [$sitting, $at] = beforeBolts();
    $presses = 2; // the wrench is chosen
    foreach ([1, 2, 3] as $pass) {
        $at = $at->modify('+60 seconds');
        expect($sitting->take($round($pass, $at), $ada, $at))->toBeInstanceOf(Taken::class);
        $presses++;
    }
    $at = $at->modify('+5 seconds');
    expect($sitting->take($row('s4', ['pass' => 4, 'set_nm' => 60], $at, 'bolt_set'), $ada, $at))->toBeInstanceOf(Taken::class);
    $presses++;
    foreach (range(1, 8) as $bolt) {
        $at = $at->modify('+5 seconds');
        expect($sitting->take($row("b{$bolt}", ['pass' => 4, 'bolt' => $bolt], $at), $ada, $at))->toBeInstanceOf(Taken::class);
        $presses++;
    }
    $rows = $sitting->readings()->all('bolt');
    expect($presses)->toBeLessThanOrEqual(20)->and($sitting->state())->toBe(State::Accepted)->and($rows)->toHaveCount(32)
        ->and(array_count_values(array_map(static fn ($r): string => $r->how->value, $rows)))->toBe([How::AsList->value => 24, How::ByItself->value => 8])
        ->and($rows[0]->value)->toBe(['pass' => 1.0, 'bolt' => 1.0]);
    $rings = array_values(array_filter((new FrontPage($sitting, []))->rings(), static fn (array $r): bool => $r['title'] === 'Bolts'));
    expect($rings[0]['values'])->toBe(array_fill(0, 8, 60.0)); // clicks of the last round, at what the wrench was set to; never those of an early pass
});

it('confirms no pass before a hand can have gone round, out of its turn, twice, or once it was begun bolt by bolt', function () use ($ada, $round, $row) {
    [$sitting, $at] = beforeBolts();
    $said = static fn (Entry $entry): string => ($taken = $sitting->take($entry, $ada, $entry->takenAt)) instanceof Refused ? $taken->said : '';
    expect($said($round(1, $at->modify('+3 seconds'))))->toContain('No hand goes round so fast')
        ->and($said($round(2, $at->modify('+60 seconds'))))->toContain('not confirmed as a whole')
        ->and($said($round(1, $at->modify('+60 seconds'))))->toBe('')->and($said($round(1, $at->modify('+120 seconds'), 'again')))->toContain('not confirmed')
        ->and($said($round(2, $at->modify('+63 seconds'))))->toContain('No hand');
    expect($said($row('set', ['pass' => 2, 'set_nm' => 36], $at->modify('+100 seconds'), 'bolt_set')))->toBe('')
        ->and($said($row('one', ['pass' => 2, 'bolt' => 1], $at->modify('+105 seconds'))))->toBe('')
        ->and($said($round(2, $at->modify('+300 seconds'))))->toContain('one by one');
});

it('never confirms the last round as a whole, nor any before the wrench was chosen, nor of what has no rounds', function () use ($ada, $round) {
    [$sitting, $at] = beforeBolts();
    foreach ([1, 2, 3] as $pass) {
        $at = $at->modify('+60 seconds');
        $sitting->take($round($pass, $at), $ada, $at);
    }
    $at = $at->modify('+600 seconds');
    expect($sitting->take($round(4, $at), $ada, $at))->toBeInstanceOf(Refused::class)->and($sitting->state())->not->toBe(State::Accepted);
    $walk = new Walk('mechanical.flange');
    $fresh = Sitting::open(new Work(Kind::Joint, $walk->procedure, $walk->facts()), [], $walk->rulebook);
    expect($fresh->take($round(1, $at), $ada, $at))->toBeInstanceOf(Refused::class);
    $coupler = new Walk('electrofusion.coupler');
    $other = Sitting::open(new Work(Kind::Joint, $coupler->procedure, $coupler->facts()), [], $coupler->rulebook);
    expect($other->take($round(1, $at), $ada, $at))->toBeInstanceOf(Refused::class);
});
