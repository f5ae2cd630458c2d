<?php

declare(strict_types=1);

use Core\Tests\Published\Published;

return new Published('AWWA C600, table of the hydrostatic testing allowance: US gallons an hour per 1000 ft', Published::FROM_MEMORY, [
    '4 in at 100 psi' => [4, 100, 0.27], '6 in at 100 psi' => [6, 100, 0.41], '8 in at 100 psi' => [8, 100, 0.54], '10 in at 100 psi' => [10, 100, 0.68],
    '12 in at 100 psi' => [12, 100, 0.81], '14 in at 100 psi' => [14, 100, 0.95], '16 in at 100 psi' => [16, 100, 1.08], '18 in at 100 psi' => [18, 100, 1.22],
    '20 in at 100 psi' => [20, 100, 1.35], '24 in at 100 psi' => [24, 100, 1.62], '30 in at 100 psi' => [30, 100, 2.03], '36 in at 100 psi' => [36, 100, 2.43],
    '4 in at 150 psi' => [4, 150, 0.33], '6 in at 150 psi' => [6, 150, 0.5], '8 in at 150 psi' => [8, 150, 0.66], '10 in at 150 psi' => [10, 150, 0.83],
    '12 in at 150 psi' => [12, 150, 0.99], '14 in at 150 psi' => [14, 150, 1.16], '16 in at 150 psi' => [16, 150, 1.32], '18 in at 150 psi' => [18, 150, 1.49],
    '20 in at 150 psi' => [20, 150, 1.66], '24 in at 150 psi' => [24, 150, 1.99], '30 in at 150 psi' => [30, 150, 2.48], '36 in at 150 psi' => [36, 150, 2.98],
    '42 in at 150 psi' => [42, 150, 3.48], '48 in at 150 psi' => [48, 150, 3.97], '4 in at 200 psi' => [4, 200, 0.38], '6 in at 200 psi' => [6, 200, 0.57],
    '8 in at 200 psi' => [8, 200, 0.76], '10 in at 200 psi' => [10, 200, 0.96], '12 in at 200 psi' => [12, 200, 1.15], '14 in at 200 psi' => [14, 200, 1.34],
    '16 in at 200 psi' => [16, 200, 1.53], '18 in at 200 psi' => [18, 200, 1.72], '20 in at 200 psi' => [20, 200, 1.91], '24 in at 200 psi' => [24, 200, 2.29],
    '30 in at 200 psi' => [30, 200, 2.87], '36 in at 200 psi' => [36, 200, 3.44],
]);
