<?php

declare(strict_types=1);

use Core\Tests\Published\Published;

return new Published('AWWA C151, table of the outside diameter, in', Published::FROM_MEMORY, [
    '3 in' => [3, 3.96], '4 in' => [4, 4.8], '6 in' => [6, 6.9], '8 in' => [8, 9.05], '10 in' => [10, 11.1], '12 in' => [12, 13.2], '14 in' => [14, 15.3],
    '16 in' => [16, 17.4],
    '18 in' => [18, 19.5], '20 in' => [20, 21.6], '24 in' => [24, 25.8], '30 in' => [30, 32.0], '36 in' => [36, 38.3], '42 in' => [42, 44.5],
    '48 in' => [48, 50.8],
    '54 in' => [54, 57.56], '60 in' => [60, 61.61], '64 in' => [64, 65.67],
]);
