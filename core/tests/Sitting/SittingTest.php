<?php

declare(strict_types=1);

use Core\Tests\Net\Walk;
use Diastoma\Core\Procedure\Facts;
use Diastoma\Core\Rulebook\Rulebooks;
use Diastoma\Core\Sitting\Action;
use Diastoma\Core\Sitting\Entry;
use Diastoma\Core\Sitting\Instrument;
use Diastoma\Core\Sitting\Kind;
use Diastoma\Core\Sitting\Person;
use Diastoma\Core\Sitting\Refused;
use Diastoma\Core\Sitting\Rights;
use Diastoma\Core\Sitting\Role;
use Diastoma\Core\Sitting\Sitting;
use Diastoma\Core\Sitting\State;
use Diastoma\Core\Sitting\Story;
use Diastoma\Core\Sitting\Taken;
use Diastoma\Core\Sitting\Work;

function at(string $time): DateTimeImmutable
{
    return new DateTimeImmutable("2026-11-23T{$time}+00:00");
}

function told(string $key, mixed $value, string $time, string $kind = Entry::READING): Entry
{
    return new Entry(
        "e-{$key}-{$time}", $kind, $kind === Entry::READING ? ['key' => $key, 'value' => $value] : ['rule' => $key, 'reason' => $value], at($time), 'Ada',
    );
}

function coupler(array $entries = [], array $instruments = []): Sitting
{
    return Sitting::open(
        new Work(Kind::Joint, (new Walk('electrofusion.coupler'))->procedure, (new Walk('electrofusion.coupler'))->facts(), 96.0, 96.0), $entries,
        Rulebooks::all()[0], $instruments,
    );
}

$ada = new Person('Ada', 'jointer', '2027-03-01');

it('takes a reading, keeps it in its own unit, and goes on from it', function () use ($ada) {
    $sitting = coupler();
    $taken = $sitting->take(told('ambient_c', 14.5, '08:00:00'), $ada, at('08:00:05'));
    expect($taken)->toBeInstanceOf(Taken::class)->and($taken->entry->payload)->toBe([
        'key' => 'ambient_c', 'value' => 14.5, 'procedure_version' => 3,
    ])->and($sitting->readings()->number('ambient_c'))->toBe(14.5)->and($sitting->state())->toBe(State::InWork)
        ->and($sitting->view()['from_m'])->toBe(96.0)->and($sitting->view()['state'])->toBe('in_work');
});

it('refuses, says why, and stays as it was', function (Entry $entry, Person $person, string $why, string $says) {
    $sitting = coupler();
    $answer = $sitting->take($entry, $person, at('08:00:00'));
    expect($answer)->toBeInstanceOf(Refused::class)->and($answer->why)->toBe($why)->and($answer->said)->toContain($says)->and($sitting->readings()->history)
        ->toBe([])->and($sitting->state())->toBe(State::Planned);
})->with([
    'an inspector reads' => [told('ambient_c', 14, '08:00:00'), new Person('Ines', 'inspector'), 'forbidden', 'Ask a jointer'],
    'a tester reads a joint' => [told('ambient_c', 14, '08:00:00'), new Person('Tom', 'tester'), 'forbidden', 'Ask a jointer'],
    'somebody of no known role' => [told('ambient_c', 14, '08:00:00'), new Person('Nobody', 'visitor'), 'forbidden', 'A visitor may read this'],
    'two minutes and a second ahead' => [told('ambient_c', 14, '08:02:01'), new Person('Ada', 'jointer'), 'input', 'lies in the future'],
    'nothing asks for it' => [told('colour', 'blue', '08:00:00'), new Person('Ada', 'jointer'), 'input', 'asks for no reading “colour”'],
    'a kind nobody knows' => [told('x', 'y', '08:00:00', 'poem'), new Person('Ada', 'jointer'), 'input', 'are not taken here'],
    'a text for a number' => [told('ambient_c', 'warm', '08:00:00'), new Person('Ada', 'jointer'), 'input', 'is not a number'],
    'an instrument that is not on the list' => [told('control_unit', 'u9', '08:00:00'), new Person('Ada', 'jointer'), 'input', "not on the job's list"],
    'a jointer overrules' => [
        told('ef.ambient', 'because I say so', '08:00:00', Entry::OVERRULE), new Person('Ada', 'jointer'), 'forbidden', 'Only a supervisor or an inspector',
    ],
    'no reason' => [told('ef.ambient', 'because', '08:00:00', Entry::OVERRULE), new Person('Vera', 'supervisor'), 'input', '10 letters'],
    'nothing to overrule' => [
        told('ef.ambient', 'because I say so', '08:00:00', Entry::OVERRULE), new Person('Vera', 'supervisor'), 'conflict', 'no open finding',
    ],
    'released before it was fused' => [told('released_at', '2026-11-23T07:59:00+00:00', '08:00:00'), new Person('Ada', 'jointer'), 'conflict', ''],
]);

it(
    'takes two minutes of a clock that runs ahead',
    fn () => expect(coupler()->take(told('ambient_c', 14, '08:02:00'), new Person('Ada', 'jointer'), at('08:00:00')))->toBeInstanceOf(Taken::class),
);

it('keeps the paper of instrument and operator as it stands', function () use ($ada) {
    $taken = coupler(instruments: [
        new Instrument('u1', 'control_unit', 'Unit', 'S-1', '2027-05-01'), new Instrument('u1b', 'scraper', 'Scraper', 'S-2', ''),
    ])->take(
        told('control_unit', 'u1', '08:00:00'), $ada, at('08:00:00'),
    );
    expect($taken->entry->payload['value'])->toBe([
        'id' => 'u1', 'name' => 'Unit (S-1)', 'calibration_until' => '2027-05-01', 'operator' => 'Ada', 'certificate_until' => '2027-03-01',
    ]);
    expect(coupler(instruments: [new Instrument('u1b', 'scraper', 'Scraper', 'S-2', '')])->take(
        told('control_unit', 'u1b', '08:00:00'), $ada, at('08:00:00'),
    ))->toBeInstanceOf(Refused::class);
});

// Found: a tablet that comes back with an older reading beat the newer one.
it('orders by when things were done, then by arrival', function () {
    $story = Story::of([
        told('pipe_c', 20.0, '09:00:00'), told('pipe_c', 12.0, '08:00:00'), told('fitting_c', 1.0, '08:30:00'), told('fitting_c', 2.0, '08:30:00'),
    ]);
    expect($story->number('pipe_c'))->toBe(20.0)->and($story->number('fitting_c'))->toBe(2.0)->and($story->times('pipe_c'))->toBe(2)
        ->and($story->history[0]->value)->toBe(12.0);
});

it('lets a supervisor accept a mend, an inspector only a stop, and nobody what is final', function () {
    $oval = [told('diameters_a_mm', [183.9, 180.2, 177.0, 180.3], '08:03:00')];
    $say = static fn (string $role): object => coupler($oval)->take(
        told('ef.ovality.a', 'The maker was asked by telephone.', '08:05:00', Entry::OVERRULE), new Person('V', $role), at('08:06:00'),
    );
    expect($say('inspector'))->toBeInstanceOf(Refused::class)->and($say('supervisor'))->toBeInstanceOf(Taken::class)
        ->and($say('supervisor')->entry->payload)->toMatchArray([
            'role' => 'supervisor', 'severity' => 'mend',
        ]);
});

it('takes the overrule of a gate from a supervisor alone', function (string $role, bool $taken) {
    $section = Sitting::open(new Work(Kind::Section, (new Walk('test.preparation'))->procedure, new Facts(['medium' => 'water'])), [], Rulebooks::all()[0]);
    expect($section->take(
        told('gate.joints', 'The engineer has agreed in writing.', '08:00:00', Entry::OVERRULE), new Person('V', $role), at('08:00:00'),
    ) instanceof Taken)->toBe($taken);
})->with([['supervisor', true], ['admin', true], ['inspector', false], ['tester', false], ['jointer', false]]);

it('has one table of rights, in which nobody unknown may anything', function () {
    foreach (Action::cases() as $action) {
        expect(Rights::may('admin', $action))->toBeTrue()->and(Rights::may('visitor', $action))->toBeFalse()->and(Rights::may('', $action))->toBeFalse()
            ->and($action->refusal('tester'))->toEndWith('.')->and(Rights::refusal('admin', $action))->toBeNull();
    }
    expect(Rights::all('inspector'))->toBe([
        'note.write', 'stop.overrule', 'test.sign', 'joint.judge_again', 'pipe.reject', 'nonconformance.raise', 'hold_points.keep',
        'hold_points.sign', 'nonconformance.verify',
    ])->and(Rights::all('visitor'))->toBe([])->and(count(Rights::all('admin')))->toBe(count(Action::cases()))
        ->and(Rights::all('tester'))->toBe([
            'section.read', 'day.read', 'note.write', 'test.run', 'test.mended', 'test.sign', 'sections.keep', 'nonconformance.raise',
            'hold_points.sign',
        ])->and(Rights::signers())->toBe(['tester', 'supervisor', 'inspector'])
        ->and(Rights::all('jointer'))->toBe([
            'joint.read', 'stretch.read', 'day.read', 'note.write', 'work.cut_out', 'fusion.start', 'fusion.bring', 'test.mended', 'system.add',
            'main.make', 'line.plan', 'alignment.bring', 'plan.adopt', 'pipe.reject', 'joints.keep', 'nonconformance.raise',
        ])
        ->and(array_values(array_diff(
            array_column(Action::cases(), 'value'), Rights::all('supervisor'),
        )))->toBe([])->and(array_column(Role::cases(), 'value'))->toHaveCount(5);
});
