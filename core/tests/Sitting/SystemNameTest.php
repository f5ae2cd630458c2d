<?php

declare(strict_types=1);

use Diastoma\Core\Sitting\SystemName;

// ships, known, owner, role, administrator, for all: what is said
it('says who may write a version of a joint system', function (bool $ships, bool $known, ?string $owner, string $role, bool $admin, bool $all, ?string $says) {
    $refused = (new SystemName('x', $ships, $known, $owner))->refusal('here', $role, $admin, $all);
    $says === null ? expect($refused)->toBeNull() : expect($refused?->said)->toContain($says);
})->with([
    'a new one by a jointer' => [false, false, null, 'jointer', false, false, null],
    'a new one by an inspector' => [false, false, null, 'inspector', false, false, 'adds a joint system'],
    'a new one for all by a supervisor' => [false, false, null, 'supervisor', false, true, 'administrator'],
    'a new one for all by an administrator' => [false, false, null, 'supervisor', true, true, null],
    'one that ships, by an administrator' => [true, false, null, 'supervisor', true, true, 'comes with the application'],
    'one that ships, with a version of before' => [true, true, 'here', 'supervisor', true, false, 'comes with the application'],
    'its own by a jointer' => [false, true, 'here', 'jointer', false, false, 'A supervisor changes'],
    'its own by a supervisor' => [false, true, 'here', 'supervisor', false, false, null],
    'another job\'s by an administrator' => [false, true, 'there', 'supervisor', true, true, 'is taken'],
    'everybody\'s by a supervisor' => [false, true, null, 'supervisor', false, false, 'administrator'],
    'everybody\'s by an administrator' => [false, true, null, 'supervisor', true, false, null],
]);
