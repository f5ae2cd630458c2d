<?php

declare(strict_types=1);

use Diastoma\Core\Sitting\Action;
use Diastoma\Core\Sitting\Beginning;
use Diastoma\Core\Sitting\Closed;
use Diastoma\Core\Sitting\InstrumentKind;
use Diastoma\Core\Sitting\Paper;
use Diastoma\Core\Sitting\Rights;
use Diastoma\Core\Sitting\Role;

it('says how a certificate stands on a day, from thirty days before its end', function (?string $until, string $severity, string $said) {
    expect(Paper::standing($until, new DateTimeImmutable('2026-03-10T23:59:00+00:00')))->toBe(['severity' => $severity, 'said' => $said]);
})->with([
    [null, 'go', 'no end'], ['2026-03-09', 'stop', 'ran out on 2026-03-09'], ['2026-03-10', 'watch', 'ends today'],
    ['2026-03-11', 'watch', 'ends in 1 day, on 2026-03-11'], ['2026-04-09', 'watch', 'ends in 30 days, on 2026-04-09'],
    ['2026-04-10', 'go', 'until 2026-04-10'],
]);

it('lets a supervisor name the crew, an administrator everybody, and nobody else anybody', function () {
    expect(Rights::gives('supervisor', false))->toBe(['jointer', 'tester', 'supervisor'])->and(Rights::gives('jointer', false))->toBe([])
        ->and(Rights::gives('', true))->toBe(array_column(Role::cases(), 'value'))->and(Rights::givingRefused('supervisor', false, 'tester'))->toBeNull()
        ->and(Rights::givingRefused('supervisor', false, 'inspector'))->toContain('administrator')
        ->and(Rights::givingRefused('inspector', false, 'jointer'))->toContain('supervisor')->and(Rights::givingRefused('', true, 'inspector'))->toBeNull();
});

it('lets a closed job be opened again, and nothing else', function () {
    expect(Closed::refusal(null))->toBeNull()->and(Closed::refusal('2026-03-10 08:00:00'))->toContain('2026-03-10');
    foreach (Action::cases() as $action) {
        expect(Closed::refusal('2026-03-10 08:00:00', $action) === null)->toBe($action === Action::KeepJob);
    }
});

it('lets only those instruments send that record', fn () => expect(array_column(
    array_filter(InstrumentKind::cases(), static fn (InstrumentKind $k): bool => $k->sends()), 'value',
))->toBe(['control_unit', 'gauge', 'torque_wrench']));

it('keeps the office to administrators, and one of them in it', function () {
    expect(Rights::linkRefusal(''))->toBeNull()->and(Rights::linkRefusal('Vera Holm'))->toContain('Vera Holm is signed in here')
        ->and(Rights::officeRefusal(true))->toBeNull()->and(Rights::officeRefusal(false))->toContain('Ask the office')
        ->and(Rights::lastAdministrator(1))->toBeNull()->and(Rights::lastAdministrator(0))->toContain('last administrator')
        ->and(array_values(array_filter(Role::cases(), static fn (Role $r): bool => $r->isGuarded())))->toBe([Role::Inspector, Role::Admin]);
});

it('leads from an empty job to its first joint, one thing after another', function () {
    $next = static fn (int ...$there): ?string => array_column(array_filter(Beginning::of(...$there), static fn (array $t): bool => $t['next']),
        'id')[0] ?? null;
    expect($next(1, 0, 0, 0))->toBe('people')->and($next(2, 0, 0, 0))->toBe('instruments')->and($next(2, 1, 0, 0))->toBe('main')
        ->and($next(2, 1, 1, 0))->toBe('joints')->and($next(2, 1, 1, 1))->toBeNull()->and($next(1, 3, 1, 4))->toBe('people');
});
