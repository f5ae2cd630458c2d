<?php

declare(strict_types=1);

use Core\Tests\Published\Published;

return new Published('EN 12201-2, table 1: largest mean outside diameter, mm', Published::FROM_MEMORY, [
    'largest mean OD dn 20' => [20, 20.3], 'largest mean OD dn 25' => [25, 25.3], 'largest mean OD dn 32' => [32, 32.3], 'largest mean OD dn 40' => [40, 40.4],
    'largest mean OD dn 50' => [50, 50.4], 'largest mean OD dn 63' => [63, 63.4], 'largest mean OD dn 75' => [75, 75.5], 'largest mean OD dn 90' => [90, 90.6],
    'largest mean OD dn 110' => [110, 110.7], 'largest mean OD dn 125' => [125, 125.8], 'largest mean OD dn 140' => [140, 140.9],
    'largest mean OD dn 160' => [160, 161.0],
    'largest mean OD dn 180' => [180, 181.1], 'largest mean OD dn 200' => [200, 201.2], 'largest mean OD dn 225' => [225, 226.4],
    'largest mean OD dn 250' => [250, 251.5],
    'largest mean OD dn 280' => [280, 281.7], 'largest mean OD dn 315' => [315, 316.9], 'largest mean OD dn 355' => [355, 357.2],
    'largest mean OD dn 400' => [400, 402.4],
    'largest mean OD dn 450' => [450, 452.7], 'largest mean OD dn 500' => [500, 503.0], 'largest mean OD dn 560' => [560, 563.4],
    'largest mean OD dn 630' => [630, 633.8],
    'largest mean OD dn 710' => [710, 716.4], 'largest mean OD dn 800' => [800, 807.2], 'largest mean OD dn 900' => [900, 908.1],
]);
