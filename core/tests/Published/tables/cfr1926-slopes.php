<?php

declare(strict_types=1);

use Core\Tests\Published\Published;

return new Published(
    '29 CFR 1926 subpart P, App. B, table B-1: soil, horizontal to one vertical, ° of the side', Published::FROM_MEMORY, [
        'stable rock' => ['stable_rock', 0.0, 90.0], 'type A' => ['a', 0.75, 53.0], 'type B' => ['b', 1.0, 45.0], 'type C' => ['c', 1.5, 34.0],
    ],
);
