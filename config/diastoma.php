<?php

declare(strict_types=1);

return [
    // Whether this installation may be filled with made-up people, whose password everybody knows.
    'demo' => (bool) env('DIASTOMA_DEMO', env('APP_ENV', 'production') !== 'production'),
];
