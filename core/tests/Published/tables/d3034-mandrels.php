<?php

declare(strict_types=1);

use Core\Tests\Published\Published;

return new Published(
    'ASTM D3034, appendix: PVC sewer SDR 35, base inside diameter and mandrel at 7.5 %, in', Published::FROM_MEMORY, [
        '6 in' => [5.742, 5.31], '8 in' => [7.665, 7.09], '10 in' => [9.563, 8.84], '12 in' => [11.361, 10.51], '15 in' => [13.898, 12.86],
    ],
);
