<?php

declare(strict_types=1);

arch('the core knows no framework')->expect('Diastoma\Core')->not->toUse(['Illuminate', 'Laravel', 'App', 'Carbon', 'Symfony']);

/**
 * Every arrow between rooms that is allowed; all others fail. Another one is added here on purpose, or not at all.
 *
 * @return array<string, array{string, string, array<string, list<string>>}> folder, pattern of a name in it, rooms that each room knows
 */
function rooms(): array
{
    return [
        'core' => ['core/src', '/Diastoma\\\\Core\\\\([A-Z]\w+)\\\\/', [
            'Catalogue' => ['Electrofusion', 'Exception', 'Gasketed', 'Mechanical', 'PressureTest', 'Procedure', 'Shift', 'Trench', 'Yard'],
            'Conformance' => ['Quantity'],
            'Device' => ['Catalogue', 'Electrofusion', 'Exception', 'PressureTest', 'Procedure', 'Quantity', 'Reckoner', 'Sitting'],
            'Electrofusion' => ['Exception', 'Label', 'Pipe', 'Procedure', 'Quantity', 'Rulebook'],
            'Exception' => [],
            'Gasketed' => ['Exception', 'Lifting', 'Pipe', 'Procedure', 'Quantity', 'Rulebook'],
            'Label' => ['Exception', 'Rulebook'],
            'Layout' => ['Exception', 'Pipe', 'Quantity', 'Rulebook'],
            'Lifting' => ['Exception', 'Quantity', 'Rulebook'],
            'Mechanical' => ['Exception', 'Procedure', 'Quantity', 'Rulebook'],
            'Pipe' => ['Exception', 'Quantity', 'Rulebook'],
            'PressureTest' => ['Exception', 'Procedure', 'Quantity', 'Rulebook'],
            'Procedure' => ['Exception', 'Quantity', 'Rulebook'],
            'Quantity' => ['Exception'],
            'Reckoner' => ['Electrofusion', 'Exception', 'Gasketed', 'Label', 'Lifting', 'Mechanical', 'Pipe', 'PressureTest', 'Quantity', 'Rulebook',
                'Simulation', 'Trench'],
            'Rulebook' => ['Exception', 'Quantity'],
            'Shift' => ['Procedure', 'Rulebook'],
            'Simulation' => ['Electrofusion', 'Exception', 'Gasketed', 'Label', 'Mechanical', 'Pipe', 'PressureTest', 'Procedure', 'Rulebook',
                'Trench', 'Yard'],
            'Sitting' => ['Catalogue', 'Exception', 'Procedure', 'Quantity', 'Rulebook', 'Shift'],
            'Trench' => ['Exception', 'Procedure', 'Quantity', 'Rulebook'],
            'Yard' => ['Procedure', 'Quantity', 'Rulebook'],
        ]],
        'app' => ['app', '/\bApp\\\\([A-Z]\w+)\\\\/', [
            'Actions' => ['Exceptions', 'Imports', 'Journal', 'Models', 'Pictures', 'PressureTests', 'Procedures', 'Setout', 'Traces'],
            'Archive' => ['Exceptions', 'Journal', 'Models', 'Office', 'Pictures', 'Replay'],
            'Console' => ['Actions', 'Archive', 'Demo', 'Exceptions', 'Imports', 'Journal', 'Models', 'Office', 'Pictures', 'Procedures', 'Replay'],
            'Demo' => ['Models', 'Procedures'],
            'Exceptions' => [],
            'Http' => [
                'Actions', 'Archive', 'Exceptions', 'Imports', 'Journal', 'Models', 'Office', 'Pages', 'Pictures', 'PressureTests', 'Procedures', 'Reports',
                'Traces',
            ],
            'Imports' => ['Traces'],
            'Journal' => ['Exceptions', 'Models'],
            'Models' => ['Exceptions', 'Imports'],
            'Office' => ['Exceptions', 'Journal', 'Models', 'Pictures'],
            'Pages' => ['Actions', 'Demo', 'Journal', 'Models', 'PressureTests', 'Procedures', 'Setout', 'Traces'],
            'Pictures' => ['Exceptions'],
            'PressureTests' => ['Exceptions', 'Journal', 'Models', 'Procedures', 'Traces'],
            'Procedures' => ['Exceptions', 'Journal', 'Models'],
            'Providers' => ['Journal', 'Models', 'Sessions'],
            'Replay' => ['Actions', 'Journal', 'Models', 'PressureTests', 'Procedures', 'Traces'],
            'Reports' => ['Actions', 'Demo', 'Journal', 'Models', 'Pages', 'PressureTests', 'Procedures', 'Traces'],
            'Sessions' => [],
            'Setout' => ['Models', 'Procedures'],
            'Traces' => [],
        ]],
    ];
}

/**
 * @param  array<string, list<string>>  $allowed
 * @return list<string> arrows of a file's text that nobody has allowed
 */
function forbidden(string $room, string $code, string $pattern, array $allowed): array
{
    preg_match_all($pattern, $code, $found);

    return array_values(array_map(static fn (string $to): string => "{$room} → {$to}", array_diff(array_unique($found[1]), [$room], $allowed[$room] ?? [])));
}

it('has no arrow between rooms that is not named', function (string $folder, string $pattern, array $allowed) {
    $root = dirname(__DIR__, 2)."/{$folder}/";
    $seen = [];
    foreach (new RegexIterator(new RecursiveIteratorIterator(new RecursiveDirectoryIterator($root)), '/\.php$/') as $file) {
        $room = explode('/', substr((string) $file, strlen($root)))[0];
        expect($allowed)->toHaveKey($room)->and(forbidden($room, (string) file_get_contents((string) $file), $pattern, $allowed))->toBe([], (string) $file);
        $seen[$room] = true;
    }
    expect(array_diff(array_keys($allowed), array_keys($seen)))->toBe([]);
})->with(array_map(static fn (array $r): array => $r, rooms()));

it('has no circle of rooms', function (string $folder, string $pattern, array $allowed) {
    $reach = static function (string $from, array $seen) use (&$reach, $allowed): array {
        foreach ($allowed[$from] as $to) {
            $seen = in_array($to, $seen, true) ? $seen : $reach($to, [...$seen, $to]);
        }

        return $seen;
    };
    foreach (array_keys($allowed) as $room) {
        expect($reach($room, []))->not->toContain($room);
    }
})->with(array_map(static fn (array $r): array => $r, rooms()));

it('sees an arrow that nobody has allowed', function () {
    [, $pattern, $allowed] = rooms()['core'];
    expect(forbidden('Pipe', 'use Diastoma\\Core\\Sitting\\Sitting;', $pattern, $allowed))->toBe(['Pipe → Sitting'])->and(forbidden(
        'Sitting', 'use Diastoma\\Core\\Procedure\\Step;', $pattern, $allowed,
    ))->toBe([]);
});

it('writes lines of at most 160 characters', function () {
    $long = [];
    foreach (['app', 'bench', 'compat', 'config', 'core', 'database', 'e2e', 'resources/js', 'routes', 'tests'] as $folder) {
        $files = new RecursiveIteratorIterator(new RecursiveDirectoryIterator(dirname(__DIR__, 2)."/{$folder}"));
        foreach (new RegexIterator($files, '/(?<!\.d)\.(php|tsx?)$/') as $file) { // what a generator writes is its own
            foreach (file((string) $file, FILE_IGNORE_NEW_LINES) ?: [] as $k => $line) {
                if (mb_strlen($line) > 160) {
                    $long[] = "{$file}:".($k + 1);
                }
            }
        }
    }
    expect($long)->toBe([]);
});

it('says what a request must hold in its own class, and in no list of a controller', function () {
    $lists = [];
    foreach (glob(dirname(__DIR__, 2).'/app/Http/Controllers/*.php') ?: [] as $file) {
        if (preg_match('/->validate\(|Validator::/', (string) file_get_contents($file)) === 1) {
            $lists[] = basename($file);
        }
    }
    expect($lists)->toBe([]);
});

arch('crafts do not know each other')->expect('Diastoma\Core\Electrofusion')->not->toUse([
    'Diastoma\Core\PressureTest', 'Diastoma\Core\Simulation', 'Diastoma\Core\Reckoner',
]);

arch('the pressure test knows no craft')->expect('Diastoma\Core\PressureTest')->not->toUse([
    'Diastoma\Core\Electrofusion', 'Diastoma\Core\Simulation', 'Diastoma\Core\Reckoner',
]);

arch('shared rooms know no craft')->expect(['Diastoma\Core\Quantity', 'Diastoma\Core\Pipe'])->not->toUse([
    'Diastoma\Core\Electrofusion', 'Diastoma\Core\PressureTest',
]);

it('has no clock, chance, file or network in the core', function () {
    $forbidden = '/\b(time|microtime|hrtime|date|mktime|rand|mt_rand|random_int|random_bytes|uniqid|shuffle|file_get_contents|file_put_contents|'
        .'fopen|curl_init|getenv|sleep|usleep|exec)\s*\(|new \\\\?DateTime(Immutable)?\(\s*\)|[\'"]now[\'"]\s*\)/';
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

arch('the one door knows no craft but by the catalogue')->expect('Diastoma\Core\Sitting')->not->toUse([
    'Diastoma\Core\Electrofusion', 'Diastoma\Core\Gasketed', 'Diastoma\Core\PressureTest', 'Diastoma\Core\Simulation', 'Diastoma\Core\Reckoner',
]);

it('writes strict types everywhere and keeps files readable in one sitting', function () {
    foreach (['core/src', 'app'] as $folder) {
        foreach (new RegexIterator(new RecursiveIteratorIterator(new RecursiveDirectoryIterator(dirname(__DIR__, 2).'/'.$folder)), '/\.php$/') as $file) {
            $lines = file((string) $file);
            expect(implode('', array_slice($lines, 0, 4)))->toContain('declare(strict_types=1);')->and(count($lines))->toBeLessThanOrEqual(300, (string) $file);
        }
    }
});
