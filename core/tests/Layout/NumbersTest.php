<?php

declare(strict_types=1);

use Diastoma\Core\Layout\Numbers;

it('goes on behind the numbers of a main, or on a hundred of its own where another main is in the way',
    function (?int $last, int $count, array $others, int $first) {
        expect(Numbers::next($last, $count, $others))->toBe($first)->and(array_intersect(range($first, $first + $count - 1), $others))->toBe([]);
    })->with([
        'an empty job' => [null, 5, [], 101], 'beside another main' => [null, 5, [1, 17], 101], 'a third' => [null, 1, [101, 140], 201],
        'goes on' => [17, 3, [101, 102], 18], 'up to the other' => [98, 2, [101], 99], 'into the other' => [98, 3, [101], 201],
        'behind it' => [150, 3, [101], 151],
        'at a full hundred' => [200, 1, [201, 299], 301],
    ]);
