<?php

declare(strict_types=1);

use Diastoma\Core\Sitting\State;
use Diastoma\Core\Sitting\Todo;

// Found: a stopped joint offered “Clamps off”.
it('offers a stopped joint to be cut out or overruled, and nothing that goes on as if it were good', function () {
    expect(Todo::of(State::Stop, 'Clamps off')['acts'])->toBe(['cut_out', 'overrule', 'nonconformance'])->and(Todo::of(State::Stop, 'Clamps off')['said'])->not
        ->toContain('Clamps off');
});

it('says one thing to do in every state', function () {
    foreach (State::cases() as $state) {
        expect(Todo::of($state, 'Marks')['said'])->toEndWith('.')->and(Todo::of($state, null)['said'])->toEndWith('.');
    }
    expect(implode(' ', Todo::of(State::Stop, null)['cautions']))->toContain('No pressure')->toContain('[common practice]')
        ->and(Todo::of(State::InWork, 'Marks')['cautions'])->toBe([]);
    expect(Todo::of(State::CutOut, null)['acts'])->toBe(['make_again'])->and(Todo::of(State::CutOut, null, true)['acts'])->toBe([])
        ->and(Todo::of(State::InWork, 'Marks')['said'])->toBe('Next: Marks.');
});
