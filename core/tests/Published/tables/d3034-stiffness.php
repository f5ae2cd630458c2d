<?php

declare(strict_types=1);

use Core\Tests\Published\Published;

return new Published(
    'ASTM D3034, least pipe stiffness of PVC sewer, psi, by SDR; modulus 400 000 psi', Published::FROM_MEMORY, [
        'SDR 41' => [41, 28.0], 'SDR 35' => [35, 46.0], 'SDR 26' => [26, 115.0],
    ],
);
