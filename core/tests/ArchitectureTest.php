<?php

declare(strict_types=1);

arch('the core knows no framework')->expect('Diastoma\Core')->not->toUse(['Illuminate', 'Laravel', 'App', 'Carbon', 'Symfony']);

arch('crafts do not know each other')->expect('Diastoma\Core\Electrofusion')->not->toUse(['Diastoma\Core\PressureTest', 'Diastoma\Core\Simulation', 'Diastoma\Core\Reckoner']);

arch('the pressure test knows no craft')->expect('Diastoma\Core\PressureTest')->not->toUse(['Diastoma\Core\Electrofusion', 'Diastoma\Core\Simulation', 'Diastoma\Core\Reckoner']);

arch('shared rooms know no craft')->expect(['Diastoma\Core\Quantity', 'Diastoma\Core\Pipe'])->not->toUse(['Diastoma\Core\Electrofusion', 'Diastoma\Core\PressureTest']);

it('has no clock, chance, file or network in the core', function () {
    $forbidden = '/\b(time|microtime|hrtime|date|mktime|rand|mt_rand|random_int|random_bytes|uniqid|shuffle|file_get_contents|file_put_contents|fopen|curl_init|getenv|sleep|usleep|exec)\s*\(|new \\\\?DateTime(Immutable)?\(\s*\)|[\'"]now[\'"]\s*\)/';
    $files = new RegexIterator(new RecursiveIteratorIterator(new RecursiveDirectoryIterator(dirname(__DIR__).'/src')), '/\.php$/');
    $seen = 0;
    foreach ($files as $file) {
        $code = preg_replace('#/\*.*?\*/|//[^\n]*#s', '', (string) file_get_contents((string) $file));
        $code = preg_replace('/(->|::|function )\w+\(/', '', (string) $code);
        expect(preg_match($forbidden, (string) $code))->toBe(0, (string) $file);
        $seen++;
    }
    expect($seen)->toBeGreaterThan(50);
});

it('needs no extension beyond those that PHP always has', function () {
    foreach (new RegexIterator(new RecursiveIteratorIterator(new RecursiveDirectoryIterator(dirname(__DIR__).'/src')), '/\.php$/') as $file) {
        expect(preg_match('/\b(mb|iconv|bc|ctype|gmp|intl|curl|simplexml|dom)_\w+\s*\(/', (string) file_get_contents((string) $file)))->toBe(0, (string) $file);
    }
});

arch('the one door knows no craft but by the catalogue')->expect('Diastoma\Core\Sitting')->not->toUse(['Diastoma\Core\Electrofusion', 'Diastoma\Core\Gasketed', 'Diastoma\Core\PressureTest', 'Diastoma\Core\Simulation', 'Diastoma\Core\Reckoner']);

it('writes strict types everywhere and keeps files readable in one sitting', function () {
    foreach (['core/src', 'app'] as $folder) {
        foreach (new RegexIterator(new RecursiveIteratorIterator(new RecursiveDirectoryIterator(dirname(__DIR__, 2).'/'.$folder)), '/\.php$/') as $file) {
            $lines = file((string) $file);
            expect(implode('', array_slice($lines, 0, 4)))->toContain('declare(strict_types=1);')->and(count($lines))->toBeLessThanOrEqual(300, (string) $file);
        }
    }
});
