<?php

declare(strict_types=1);

use Core\Tests\Published\Published;

return new Published(
    'AWWA C600, tables of push-on and mechanical joint deflection: degrees, and inches at the end of 18 ft and 20 ft', Published::FROM_MEMORY, [
        'push_on 4 in' => ['push_on', 4, 5.0, 19.0, 21.0], 'push_on 6 in' => ['push_on', 6, 5.0, 19.0, 21.0], 'push_on 8 in' => ['push_on', 8, 5.0, 19.0, 21.0],
        'push_on 10 in' => ['push_on', 10, 5.0, 19.0, 21.0], 'push_on 12 in' => ['push_on', 12, 5.0, 19.0, 21.0],
        'push_on 14 in' => ['push_on', 14, 3.0, 11.0, 12.0],
        'push_on 16 in' => ['push_on', 16, 3.0, 11.0, 12.0], 'push_on 18 in' => ['push_on', 18, 3.0, 11.0, 12.0],
        'push_on 20 in' => ['push_on', 20, 3.0, 11.0, 12.0],
        'push_on 24 in' => ['push_on', 24, 3.0, 11.0, 12.0], 'push_on 30 in' => ['push_on', 30, 3.0, 11.0, 12.0],
        'push_on 36 in' => ['push_on', 36, 3.0, 11.0, 12.0],
        'mechanical 4 in' => ['mechanical', 4, 8.3, 31.0, 35.0], 'mechanical 6 in' => ['mechanical', 6, 7.116667, 27.0, 30.0],
        'mechanical 8 in' => ['mechanical', 8, 5.35, 20.0, 22.0],
        'mechanical 10 in' => ['mechanical', 10, 5.35, 20.0, 22.0], 'mechanical 12 in' => ['mechanical', 12, 5.35, 20.0, 22.0],
        'mechanical 14 in' => ['mechanical', 14, 3.583333, 13.5, 15.0], 'mechanical 16 in' => ['mechanical', 16, 3.583333, 13.5, 15.0],
        'mechanical 18 in' => ['mechanical', 18, 3.0, 11.0, 12.0], 'mechanical 20 in' => ['mechanical', 20, 3.0, 11.0, 12.0],
        'mechanical 24 in' => ['mechanical', 24, 2.383333, 9.0, 10.0],
    ]);
