<?php

declare(strict_types=1);

use Core\Tests\Net\Walk;
use Diastoma\Core\Procedure\Gate;
use Diastoma\Core\Procedure\Procedure;
use Diastoma\Core\Procedure\ReadingSpec;
use Diastoma\Core\Procedure\Situation;
use Diastoma\Core\Procedure\Step;
use Diastoma\Core\Rulebook\Rulebooks;
use Diastoma\Core\Sitting\DeviceStart;
use Diastoma\Core\Sitting\Entry;
use Diastoma\Core\Sitting\Kind;
use Diastoma\Core\Sitting\Person;
use Diastoma\Core\Sitting\Refused;
use Diastoma\Core\Sitting\SimulatedDevice;
use Diastoma\Core\Sitting\Sitting;
use Diastoma\Core\Sitting\Work;

/**
 * A coupler made well as far as its fusion, and the moment at which that would begin.
 *
 * @param  array<string, mixed>  $change  other answers
 * @return array{Sitting, DateTimeImmutable}
 */
function beforeFusion(array $change = []): array
{
    $walk = new Walk('electrofusion.coupler');
    $entries = [];
    foreach ($walk->made()->history as $k => $reading) {
        if ($reading->key === 'fusion') {
            break;
        }
        $entries[] = new Entry(
            "e{$k}", Entry::READING, ['key' => $reading->key, 'value' => $change[$reading->key] ?? $reading->value], $reading->takenAt, 'Ada',
        );
    }

    return [Sitting::open(new Work(Kind::Joint, $walk->procedure, $walk->facts()), $entries, Rulebooks::iso()), end($entries)->takenAt->modify('+30 seconds')];
}

$ada = new Person('Ada', 'jointer', '2099-03-01');

it('starts what is prepared, read and in order', function () use ($ada) {
    [$sitting, $now] = beforeFusion();
    expect(DeviceStart::refusal($sitting, 'fusion', $ada, $now))->toBeNull()->and(DeviceStart::refusal($sitting, 'fusion', null, $now))->toBeNull();
});

it('starts nothing otherwise', function (array $change, ?Person $operator, string $record, bool $running, string $why, string $says) {
    [$sitting, $now] = beforeFusion($change);
    $refused = DeviceStart::refusal($sitting, $record, $operator, $now, $running);
    expect($refused)->toBeInstanceOf(Refused::class)->and($refused->why)->toBe($why)->and($refused->said)->toContain($says);
})->with([
    'a tester' => [[], new Person('Tom', 'tester', '2099-03-01'), 'fusion', false, 'forbidden', 'may not fuse'],
    'no certificate' => [[], new Person('Olaf', 'jointer'), 'fusion', false, 'forbidden', 'no fusion certificate'],
    'a certificate that ran out' => [[], new Person('Olaf', 'jointer', '2020-01-01'), 'fusion', false, 'forbidden', 'ran out on 2020-01-01'],
    'one runs already' => [[], $ada, 'fusion', true, 'conflict', 'running on this joint already'],
    'a stop that is open' => [['ambient_c' => 46.0], $ada, 'fusion', false, 'conflict', 'Stop: Air 46'],
    'a stop that is open, a unit that has begun by itself' => [['ambient_c' => 46.0], null, 'fusion', false, 'conflict', 'Stop: Air 46'],
    'a fusion that the joint does not have' => [[], $ada, 'third', false, 'input', 'no record “third”'],
]);

it('starts nothing before the label is read, and not behind a gate', function () use ($ada) {
    $walk = new Walk('electrofusion.coupler');
    $early = Sitting::open(new Work(Kind::Joint, $walk->procedure, $walk->facts()), [], Rulebooks::iso());
    expect(DeviceStart::refusal($early, 'fusion', $ada, new DateTimeImmutable('2026-11-23T08:00:00Z'))?->said)->toContain('scan the label');
    $gated = new class extends Procedure
    {
        public function id(): string
        {
            return 'gated';
        }

        public function title(): string
        {
            return 'Gated';
        }

        public function steps(Situation $situation): array
        {
            return [new Step(
                'fuse', 'Fuse', '', [ReadingSpec::record('fusion', 'Fusion', 'trace')],
                gate: new Gate('Still warm.', new DateTimeImmutable('2026-11-23T09:00:00Z'), 'by hand'),
            )];
        }

        public function clocks(Situation $situation): array
        {
            return [];
        }
    };
    $sitting = Sitting::open(new Work(Kind::Joint, $gated, $walk->facts()), [], Rulebooks::iso());
    expect(DeviceStart::refusal($sitting, 'fusion', $ada, new DateTimeImmutable('2026-11-23T08:59:59Z'))?->said)->toBe('Still warm.')
        ->and(DeviceStart::refusal($sitting, 'fusion', $ada, new DateTimeImmutable('2026-11-23T09:00:00Z')))->toBeNull();
});

it('lets a stand-in for a device onto a simulated job alone', function (SimulatedDevice $device) {
    expect($device->refusal(true))->toBeNull()->and($device->refusal(false))->toContain('This is a real job')->and($device->title())->toStartWith('Simulated ');
})->with(SimulatedDevice::cases());
