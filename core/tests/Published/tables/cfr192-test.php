<?php

declare(strict_types=1);

use Core\Tests\Published\Published;

return new Published('49 CFR 192.513: least test pressure by MAOP, psig', Published::FROM_MEMORY, [
    'MAOP 10 psi' => [10.0, 50.0], 'MAOP 30 psi' => [30.0, 50.0], 'MAOP 33 psi' => [33.0, 50.0], 'MAOP 40 psi' => [40.0, 60.0], 'MAOP 60 psi' => [60.0, 90.0],
    'MAOP 80 psi' => [80.0, 120.0], 'MAOP 100 psi' => [100.0, 150.0], 'MAOP 124 psi' => [124.0, 186.0],
]);
