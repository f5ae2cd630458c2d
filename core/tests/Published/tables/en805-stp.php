<?php

declare(strict_types=1);

use Core\Tests\Published\Published;

return new Published('EN 805, 11.3.2: system test pressure by MDP and surge, kPa', Published::FROM_MEMORY, [
    'MDP 300 assumed' => [300, 'assumed', 450.0], 'MDP 600 assumed' => [600, 'assumed', 900.0], 'MDP 1000 assumed' => [1000, 'assumed', 1500.0],
    'MDP 1200 assumed' => [1200, 'assumed', 1700.0], 'MDP 1600 assumed' => [1600, 'assumed', 2100.0], 'MDP 600 calculated' => [600, 'calculated', 700.0],
    'MDP 1000 calculated' => [1000, 'calculated', 1100.0], 'MDP 1600 calculated' => [1600, 'calculated', 1700.0],
]);
