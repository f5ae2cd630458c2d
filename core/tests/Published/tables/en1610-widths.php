<?php

declare(strict_types=1);

use Core\Tests\Published\Published;

return new Published(
    'EN 1610 tables 1 and 2: DN, outside diameter mm, depth m, sides, least width mm', Published::FROM_MEMORY, [
        'DN 150, shallow' => [150, 160, 0.9, 'supported', 560], 'DN 150, 1.5 m' => [150, 160, 1.5, 'supported', 800],
        'DN 300, 1.5 m' => [300, 315, 1.5, 'supported', 815], 'DN 300, battered' => [300, 315, 0.9, 'battered', 715],
        'DN 600, 3 m' => [600, 630, 3.0, 'steep', 1330], 'DN 1000, 3 m' => [1000, 1030, 3.0, 'supported', 1880],
        'DN 1400, 3 m' => [1400, 1430, 3.0, 'supported', 2430], 'DN 200, 1.75 m' => [200, 222, 1.75, 'supported', 800],
        'DN 200, deeper' => [200, 222, 1.76, 'supported', 900], 'DN 200, 4 m' => [200, 222, 4.0, 'supported', 900],
        'DN 200, over 4 m' => [200, 222, 4.01, 'supported', 1000],
    ],
);
