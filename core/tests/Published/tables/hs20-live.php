<?php

declare(strict_types=1);

use Core\Tests\Published\Published;

return new Published(
    'AASHTO HS-20 with impact, pressure on the pipe by cover: ft, psi (handbook of PVC pipe)', Published::FROM_MEMORY, [
        '1 ft' => [1, 12.50], '2 ft' => [2, 5.56], '3 ft' => [3, 4.17], '4 ft' => [4, 2.78], '5 ft' => [5, 1.74], '6 ft' => [6, 1.39], '7 ft' => [7, 1.22],
        '8 ft' => [8, 0.69], '10 ft' => [10, 0.0], '16 ft' => [16, 0.0],
    ],
);
