<?php

declare(strict_types=1);

use Core\Tests\Published\Published;

return new Published('IAPWS-95, water at 101.325 kPa: density in kg/m³', Published::FROM_MEMORY, [
    '0 °C' => [0.0, 999.843], '4 °C' => [4.0, 999.975], '5 °C' => [5.0, 999.967], '10 °C' => [10.0, 999.703], '15 °C' => [15.0, 999.103],
    '20 °C' => [20.0, 998.207],
    '25 °C' => [25.0, 997.048], '30 °C' => [30.0, 995.65], '35 °C' => [35.0, 994.033], '40 °C' => [40.0, 992.219], '50 °C' => [50.0, 988.035],
    '60 °C' => [60.0, 983.196],
]);
