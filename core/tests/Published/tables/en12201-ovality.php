<?php

declare(strict_types=1);

use Core\Tests\Published\Published;

return new Published('EN 12201-2, table 1: greatest out-of-roundness of a straight pipe, mm', Published::FROM_MEMORY, [
    'ovality dn 20' => [20, 1.2], 'ovality dn 25' => [25, 1.2], 'ovality dn 32' => [32, 1.3], 'ovality dn 40' => [40, 1.4], 'ovality dn 50' => [50, 1.4],
    'ovality dn 63' => [63, 1.5], 'ovality dn 75' => [75, 1.6], 'ovality dn 90' => [90, 1.8], 'ovality dn 110' => [110, 2.2], 'ovality dn 125' => [125, 2.5],
    'ovality dn 140' => [140, 2.8], 'ovality dn 160' => [160, 3.2], 'ovality dn 180' => [180, 3.6], 'ovality dn 200' => [200, 4.0],
    'ovality dn 225' => [225, 4.5],
    'ovality dn 250' => [250, 5.0], 'ovality dn 280' => [280, 9.8], 'ovality dn 315' => [315, 11.1], 'ovality dn 355' => [355, 12.5],
    'ovality dn 400' => [400, 14.0],
    'ovality dn 450' => [450, 15.6], 'ovality dn 500' => [500, 17.5], 'ovality dn 560' => [560, 19.6], 'ovality dn 630' => [630, 22.1],
]);
