<?php

declare(strict_types=1);

use Core\Tests\Published\Published;

return new Published('IAPWS-95, water at 101.325 kPa: thermal expansion in 1e-6 per K', Published::FROM_MEMORY, [
    '10 °C' => [10.0, 87.9], '15 °C' => [15.0, 150.8], '20 °C' => [20.0, 206.8], '25 °C' => [25.0, 257.1], '30 °C' => [30.0, 303.2], '40 °C' => [40.0, 385.3],
]);
