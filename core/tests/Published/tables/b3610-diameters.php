<?php

declare(strict_types=1);

use Core\Tests\Published\Published;

return new Published('ASME B36.10M, outside diameter of steel pipe, which IPS pipe shares, in', Published::FROM_MEMORY, [
    '2 in' => [2, 2.375], '3 in' => [3, 3.5], '4 in' => [4, 4.5], '5 in' => [5, 5.563], '6 in' => [6, 6.625], '8 in' => [8, 8.625], '10 in' => [10, 10.75],
    '12 in' => [12, 12.75],
    '14 in' => [14, 14.0], '16 in' => [16, 16.0], '18 in' => [18, 18.0], '20 in' => [20, 20.0], '24 in' => [24, 24.0], '30 in' => [30, 30.0],
    '36 in' => [36, 36.0],
]);
