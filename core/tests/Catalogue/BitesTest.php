<?php

declare(strict_types=1);

use Core\Tests\Net\Bite;
use Diastoma\Core\Catalogue\Bites;
use Diastoma\Core\Rulebook\Rulebooks;

/** @param  list<string>  $texts  as a list in code, as many on a line as there is room for */
function listAsCode(array $texts, string $margin): string
{
    $lines = [];
    $line = $margin;
    foreach ($texts as $text) {
        $item = var_export($text, true).',';
        if (strlen($line) > strlen($margin) && strlen("{$line} {$item}") > 156) {
            $lines[] = $line;
            $line = $margin;
        }
        $line .= ($line === $margin ? '' : ' ').$item;
    }

    return implode("\n", [...$lines, $line])."\n";
}

/** @param  array<string, list<string>>  $found */
function bitesAsCode(array $found): string
{
    return implode('', array_map(static function (string $limit, array $lines): string {
        $short = "        '{$limit}' => [".implode(', ', array_map(static fn (string $line): string => var_export($line, true), $lines))."],\n";

        return strlen($short) <= 157 ? $short : "        '{$limit}' => [\n".listAsCode($lines, '            ')."        ],\n";
    }, array_keys($found), $found));
}

/** @return array<string, list<string>> as the table has it */
function bitesFound(): array
{
    return array_map(static fn (array $steps): array => array_map(
        static fn (string $step, array $readings): string => "{$step} > ".implode('; ', $readings), array_keys($steps), $steps,
    ), Bite::found());
}

/*
 * Found by judging good work by every procedure. After a change that is meant, DIASTOMA_PIN=1 vendor/bin/pest core/tests/Catalogue writes the table again.
 */
it('knows at which step each limit bites, and on what', function () {
    $file = dirname(__DIR__, 2).'/src/Catalogue/Bites.php';
    if (getenv('DIASTOMA_PIN') === '1') {
        $code = (string) file_get_contents($file);
        foreach (['STEPS' => listAsCode(Bite::steps(), '        '), 'WHERE' => bitesAsCode(bitesFound())] as $name => $table) {
            $code = (string) preg_replace_callback("/({$name} = \\[\n).*?(    \\];\n)/s", static fn (array $m): string => $m[1].$table.$m[2], $code);
        }
        file_put_contents($file, $code); // read again by the next run

        return;
    }
    expect(Bites::steps())->toBe(Bite::steps())->and(Bites::all())->toBe(bitesFound());
});

it('tells of most limits of joints where they bite, and of none that there is not', function () {
    $ids = array_keys([...Rulebooks::iso()->all(), ...Rulebooks::us()->all()]);
    expect(array_diff(array_keys(Bites::all()), $ids))->toBe([]);
    $joints = array_filter($ids, static fn (string $id): bool => preg_match('/\A(ef|gs|mc)\./', $id) === 1);
    $told = array_filter($joints, static fn (string $id): bool => Bites::of($id) !== []);
    expect(count($told) / count($joints))->toBeGreaterThan(0.8)
        ->and(Bites::of('ef.ambient.max_c')[0])->toBe(['step' => 'Conditions', 'readings' => ['Air temperature at the joint']])
        ->and(Bites::order('ef.ambient.max_c'))->toBeLessThan(Bites::order('ef.scrape.radial_mm'))->and(Bites::of('none'))->toBe([]);
});
