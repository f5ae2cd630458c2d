<?php

declare(strict_types=1);

use Core\Tests\Published\Published;

return new Published('ASTM C924, table 1: minutes for 100 ft', Published::FROM_MEMORY, [
    '4 in' => [4, 0.3], '6 in' => [6, 0.7], '8 in' => [8, 1.2], '10 in' => [10, 1.5], '12 in' => [12, 1.8], '15 in' => [15, 2.1], '18 in' => [18, 2.4],
    '21 in' => [21, 3.0],
    '24 in' => [24, 3.6],
]);
