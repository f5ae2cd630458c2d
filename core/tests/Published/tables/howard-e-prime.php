<?php

declare(strict_types=1);

use Core\Tests\Published\Published;

return new Published(
    'Howard, USBR (1977), average E′ for the first deflection, psi: soil, dumped, slight, moderate, high', Published::FROM_MEMORY, [
        'crushed rock' => ['crushed_rock', 1000, 3000, 3000, 3000],
        'clean coarse' => ['coarse', 200, 1000, 2000, 3000],
        'coarse with fines' => ['coarse_with_fines', 100, 400, 1000, 2000],
        'fine with coarse' => ['fine_with_coarse', 100, 400, 1000, 2000],
        'fine' => ['fine', 50, 200, 400, 1000],
    ],
);
