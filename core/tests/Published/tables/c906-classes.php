<?php

declare(strict_types=1);

use Core\Tests\Published\Published;

return new Published('AWWA C906, pressure class by DR, PE 4710 at 73 °F, psi', Published::FROM_MEMORY, [
    'DR 7.3' => [7.3, 317.0], 'DR 9' => [9.0, 250.0], 'DR 11' => [11.0, 200.0], 'DR 13.5' => [13.5, 160.0], 'DR 17' => [17.0, 125.0], 'DR 21' => [21.0, 100.0],
    'DR 26' => [26.0, 80.0], 'DR 32.5' => [32.5, 63.0], 'DR 41' => [41.0, 50.0],
]);
