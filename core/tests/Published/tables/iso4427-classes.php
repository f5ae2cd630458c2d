<?php

declare(strict_types=1);

use Core\Tests\Published\Published;

return new Published('ISO 4427-1, nominal pressure by MRS and SDR at C 1.25, bar', Published::FROM_MEMORY, [
    'MRS 10 SDR 6' => [10.0, 6.0, 32.0], 'MRS 10 SDR 7.4' => [10.0, 7.4, 25.0], 'MRS 10 SDR 9' => [10.0, 9.0, 20.0], 'MRS 10 SDR 11' => [10.0, 11.0, 16.0],
    'MRS 10 SDR 13.6' => [10.0, 13.6, 12.5], 'MRS 10 SDR 17' => [10.0, 17.0, 10.0], 'MRS 10 SDR 21' => [10.0, 21.0, 8.0], 'MRS 10 SDR 26' => [10.0, 26.0, 6.3],
    'MRS 10 SDR 33' => [10.0, 33.0, 5.0], 'MRS 10 SDR 41' => [10.0, 41.0, 4.0], 'MRS 8 SDR 6' => [8.0, 6.0, 25.0], 'MRS 8 SDR 7.4' => [8.0, 7.4, 20.0],
    'MRS 8 SDR 9' => [8.0, 9.0, 16.0], 'MRS 8 SDR 11' => [8.0, 11.0, 12.5], 'MRS 8 SDR 13.6' => [8.0, 13.6, 10.0], 'MRS 8 SDR 17' => [8.0, 17.0, 8.0],
    'MRS 8 SDR 21' => [8.0, 21.0, 6.3], 'MRS 8 SDR 26' => [8.0, 26.0, 5.0], 'MRS 8 SDR 33' => [8.0, 33.0, 4.0], 'MRS 8 SDR 41' => [8.0, 41.0, 3.2],
]);
