<?php

declare(strict_types=1);

use Core\Tests\Net\Bite;
use Diastoma\Core\Catalogue\Bites;
use Diastoma\Core\Rulebook\Rulebooks;

/** The table as code. */
function bitesAsCode(array $found): string
{
    $rows = '';
    foreach ($found as $limit => $steps) {
        $rows .= "        '{$limit}' => [\n";
        foreach ($steps as $step => $labels) {
            $said = implode(', ', array_map(static fn (string $label): string => var_export($label, true), $labels));
            $line = '            '.var_export($step, true)." => [{$said}],\n";
            $rows .= strlen($line) <= 160 ? $line : '            '.var_export($step, true)." => [\n                "
                .implode(",\n                ", array_map(static fn (string $label): string => var_export($label, true), $labels)).",\n            ],\n";
        }
        $rows .= "        ],\n";
    }

    return $rows;
}

/*
 * Found by judging good work by every procedure. After a change that is meant, DIASTOMA_PIN=1 vendor/bin/pest core/tests/Catalogue writes the table anew.
 */
it('knows at which step each limit bites, and on what', function () {
    $file = dirname(__DIR__, 2).'/src/Catalogue/Bites.php';
    $found = Bite::found();
    if (getenv('DIASTOMA_PIN') === '1') {
        $code = (string) file_get_contents($file);
        $steps = implode('', array_map(static fn (string $title): string => '        '.var_export($title, true).",\n", Bite::steps()));
        $code = (string) preg_replace('/(STEPS = \[\n).*?(    \];\n)/s', '${1}'.str_replace('$', '\$', $steps).'${2}', $code);
        file_put_contents($file, preg_replace('/(WHERE = \[\n).*?(    \];\n)/s', '${1}'.str_replace(['\\', '$'], ['\\\\', '\$'], bitesAsCode($found)).'${2}', $code));
        expect(true)->toBeTrue();

        return;
    }
    expect($found)->toBe(Bites::all())->and(Bite::steps())->toBe(Bites::steps());
});

it('tells of most limits of joints where they bite, and of none that there is not', function () {
    $ids = array_keys([...Rulebooks::iso()->all(), ...Rulebooks::us()->all()]);
    expect(array_diff(array_keys(Bites::all()), $ids))->toBe([]);
    $joints = array_filter($ids, static fn (string $id): bool => preg_match('/\A(ef|gs|mc)\./', $id) === 1);
    $told = array_filter($joints, static fn (string $id): bool => Bites::of($id) !== []);
    expect(count($told) / count($joints))->toBeGreaterThan(0.7)
        ->and(Bites::of('ef.ambient.max_c')[0])->toBe(['step' => 'Conditions', 'readings' => ['Air temperature at the joint']])
        ->and(Bites::order('ef.ambient.max_c'))->toBeLessThan(Bites::order('ef.scrape.radial_mm'))->and(Bites::of('none'))->toBe([]);
});
