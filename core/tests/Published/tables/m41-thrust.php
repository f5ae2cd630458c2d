<?php

declare(strict_types=1);

use Core\Tests\Published\Published;

return new Published(
    'AWWA M41, thrust at fittings of ductile iron at 100 psi: shape, outside diameter in inches, degrees, pounds', Published::FROM_MEMORY, [
        '4 in dead end' => ['dead_end', 4.80, null, 1810.0],
        '4 in 90.0°' => ['bend', 4.80, 90.0, 2559.0],
        '4 in 45.0°' => ['bend', 4.80, 45.0, 1385.0],
        '4 in 22.5°' => ['bend', 4.80, 22.5, 706.0],
        '4 in 11.25°' => ['bend', 4.80, 11.25, 355.0],
        '6 in dead end' => ['dead_end', 6.90, null, 3739.0],
        '6 in 90.0°' => ['bend', 6.90, 90.0, 5288.0],
        '6 in 45.0°' => ['bend', 6.90, 45.0, 2862.0],
        '6 in 22.5°' => ['bend', 6.90, 22.5, 1459.0],
        '6 in 11.25°' => ['bend', 6.90, 11.25, 733.0],
        '8 in dead end' => ['dead_end', 9.05, null, 6433.0],
        '8 in 90.0°' => ['bend', 9.05, 90.0, 9097.0],
        '8 in 45.0°' => ['bend', 9.05, 45.0, 4923.0],
        '8 in 22.5°' => ['bend', 9.05, 22.5, 2510.0],
        '8 in 11.25°' => ['bend', 9.05, 11.25, 1261.0],
        '10 in dead end' => ['dead_end', 11.10, null, 9677.0],
        '10 in 90.0°' => ['bend', 11.10, 90.0, 13685.0],
        '10 in 45.0°' => ['bend', 11.10, 45.0, 7406.0],
        '10 in 22.5°' => ['bend', 11.10, 22.5, 3776.0],
        '10 in 11.25°' => ['bend', 11.10, 11.25, 1897.0],
        '12 in dead end' => ['dead_end', 13.20, null, 13685.0],
        '12 in 90.0°' => ['bend', 13.20, 90.0, 19353.0],
        '12 in 45.0°' => ['bend', 13.20, 45.0, 10474.0],
        '12 in 22.5°' => ['bend', 13.20, 22.5, 5340.0],
        '12 in 11.25°' => ['bend', 13.20, 11.25, 2683.0],
    ],
);
