<?php

declare(strict_types=1);

use Core\Tests\Published\Published;

return new Published(
    'ASME B16.5, bolts of flanges: inches, class, number, diameter', Published::FROM_MEMORY, [
        '2 in class 150' => [2, 150, 4, '5/8 in'],
        '3 in class 150' => [3, 150, 4, '5/8 in'],
        '4 in class 150' => [4, 150, 8, '5/8 in'],
        '6 in class 150' => [6, 150, 8, '3/4 in'],
        '8 in class 150' => [8, 150, 8, '3/4 in'],
        '10 in class 150' => [10, 150, 12, '7/8 in'],
        '12 in class 150' => [12, 150, 12, '7/8 in'],
        '16 in class 150' => [16, 150, 16, '1 in'],
        '20 in class 150' => [20, 150, 20, '1 1/8 in'],
        '24 in class 150' => [24, 150, 20, '1 1/4 in'],
        '4 in class 300' => [4, 300, 8, '3/4 in'],
        '6 in class 300' => [6, 300, 12, '3/4 in'],
        '8 in class 300' => [8, 300, 12, '7/8 in'],
        '10 in class 300' => [10, 300, 16, '1 in'],
        '12 in class 300' => [12, 300, 16, '1 1/8 in'],
        '24 in class 300' => [24, 300, 24, '1 1/2 in'],
    ],
);
