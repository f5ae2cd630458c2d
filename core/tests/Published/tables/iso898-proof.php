<?php

declare(strict_types=1);

use Core\Tests\Published\Published;

return new Published(
    'ISO 898-1, proof loads of coarse threads of class 8.8, and their torque at three quarters of it with a nut factor of 0.2: mm, kN, N·m',
    Published::FROM_MEMORY, [
        'M12' => [12, 48.9, 88.0],
        'M16' => [16, 91.0, 218.0],
        'M20' => [20, 147.0, 441.0],
        'M24' => [24, 212.0, 763.0],
        'M30' => [30, 337.0, 1517.0],
    ],
);
