<?php

declare(strict_types=1);

use Core\Tests\Net\Said;

/*
 * Every word, figure and margin: pinned in said/*.txt. DIASTOMA_PIN=1 writes them again, and the diff is read; DIASTOMA_SAID='gasketed' looks at those
 * whose name holds that.
 */
it('asks, draws, says and works out what is pinned', function (string $file) {
    $lines = Said::lines($file);
    if (getenv('DIASTOMA_PIN') === '1') {
        file_put_contents(Said::path($file), implode("\n", $lines)."\n");
    }
    expect($lines)->toBe(file(Said::path($file), FILE_IGNORE_NEW_LINES));
})->with(array_combine(Said::files(), Said::files()));
