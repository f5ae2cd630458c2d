<?php

declare(strict_types=1);

use Core\Tests\Net\Plans;

/*
 * Every method's plan, pinned in plans.txt. DIASTOMA_PIN=1 writes it again, and the diff is read; MethodLimitsTest and core/tests/Published hold the
 * figures by hand and by standard.
 */
it('plans what is pinned', function () {
    if (getenv('DIASTOMA_PIN') === '1') {
        file_put_contents(Plans::FILE, implode("\n", Plans::all())."\n");
    }
    expect(Plans::all())->toBe(file(Plans::FILE, FILE_IGNORE_NEW_LINES));
});
