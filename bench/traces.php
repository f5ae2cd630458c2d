<?php

declare(strict_types=1);

// A record of 24 h at ten a second: brought, stored and judged over HTTP, against MariaDB's own LOAD DATA of the same file in the same run; then any zoom
// of it.
// Arguments: address of the server, socket of the database, its schema.

require __DIR__.'/session.php';

const ROWS = 864_000;
const RUNS = 3;
const ZOOMS = 200;

[, $address, $socket, $schema] = $argv;
$file = tempnam(sys_get_temp_dir(), 'day').'.csv';
$out = fopen($file, 'wb') ?: exit("no temporary file\n");
fwrite($out, "time_s,pressure_bar,temperature_c\n");
mt_srand(5);
for ($k = 0; $k < ROWS; $k++) {
    $t = $k / 10;
    $bar = $t < 900 ? 6.18 * $t / 900 : 6.18 - 4e-9 * ($t - 900);
    fwrite($out, sprintf("%.1f,%.4f,%.2f\n", $t, $bar + mt_rand(-20, 20) / 1e5, 11 + mt_rand(-3, 3) / 100));
}
fclose($out);

$session = BenchSession::open($address, 'tom@demo');
$jobs = $session->call('GET', '/jobs')[1]['jobs'];
$job = $session->call('GET', "/jobs/{$jobs[0]['id']}")[1];
$section = array_values(array_filter($job['mains'], static fn (array $m): bool => $m['name'] === 'Quay Street gas'))[0]['sections'][0]['id'];
$uuid = static fn (): string => sprintf('%08x-0000-4000-8000-%012x', random_int(0, 0xFFFFFFFF), random_int(0, 0xFFFFFFFFFF));
$gauge = array_values(array_filter($job['equipment'], static fn (array $e): bool => $e['serial'] === 'PL-204'))[0]['id'];
foreach (['backfilled', 'ends_braced', 'concrete_cured', 'talk_held', 'zone_kept', 'air_agreed', 'plugs_braced', 'relief_set', 'gauge'] as $key) {
    $session->call(
        'POST', '/entries',
        [
            'id' => $uuid(), 'kind' => 'reading', 'subject_type' => 'section', 'subject_id' => $section,
            'payload' => ['key' => $key, 'value' => $key === 'gauge' ? $gauge : true], 'device_at' => gmdate('Y-m-d\TH:i:s\Z'),
        ],
    );
}
$pdo = new PDO("mysql:unix_socket={$socket};dbname={$schema}", 'root', '', [PDO::MYSQL_ATTR_LOCAL_INFILE => true, PDO::ATTR_ERRMODE => PDO::ERRMODE_EXCEPTION]);
$pdo->exec('SET GLOBAL local_infile = 1');
$load = static function () use ($pdo, $file): float {
    $pdo->exec('DROP TABLE IF EXISTS bench_samples');
    $pdo->exec('CREATE TABLE bench_samples (time_s DOUBLE PRIMARY KEY, pressure_bar DOUBLE NOT NULL, temperature_c DOUBLE) ENGINE=InnoDB');
    $start = hrtime(true);
    $pdo->exec("LOAD DATA LOCAL INFILE '{$file}' INTO TABLE bench_samples FIELDS TERMINATED BY ',' IGNORE 1 LINES");

    return (hrtime(true) - $start) / 1e9;
};
$imports = $loads = [];
$test = '';
for ($run = 0; $run < RUNS; $run++) {
    $loads[] = $load();
    $planned = $session->call('POST', "/sections/{$section}/tests", ['method' => 'gas-plastic']);
    $planned[0] === 201 || exit('not planned: '.json_encode($planned[1])."\n");
    $test = $planned[1]['id'];
    $start = hrtime(true);
    $done = $session->call('POST', "/tests/{$test}/trace", ['file' => new CURLFile($file, 'text/csv', 'day.csv'), 'import' => $uuid()]);
    $imports[] = (hrtime(true) - $start) / 1e9;
    $done[0] === 201 && $done[1]['samples'] === ROWS || exit('not taken: '.json_encode($done[1])."\n");
}
$pdo->exec('DROP TABLE bench_samples');
$spread = static function (array $values): string {
    sort($values);

    return sprintf('median %.2f, least %.2f, most %.2f', $values[intdiv(count($values), 2)], $values[0], $values[count($values) - 1]);
};
$median = static function (array $values): float {
    sort($values);

    return $values[intdiv(count($values), 2)];
};
printf(
    "s to bring, store and judge %d rows over HTTP: %s over %d runs; LOAD DATA of the same file: %s; ratio of the medians %.2f\n", ROWS, $spread($imports),
    RUNS, $spread($loads), $median($imports) / $median($loads),
);
$largest = 0;
foreach (glob('/proc/[0-9]*/cmdline') ?: [] as $cmdline) {
    if (
        str_contains((string) @file_get_contents($cmdline), parse_url($address, PHP_URL_HOST).':'.parse_url($address, PHP_URL_PORT).chr(0))
        && preg_match('/VmHWM:\s+(\d+) kB/', (string) @file_get_contents(dirname($cmdline).'/status'), $m) === 1
    ) {
        $largest = max($largest, (int) $m[1]);
    }
}
printf("MB that the largest process of the server has ever taken, compiled code and all: %.0f\n", $largest * 1024 / 1e6);

$times = $most = [];
for ($k = 0; $k < ZOOMS; $k++) {
    $length = 86400 * 10 ** (-4 * mt_rand() / mt_getrandmax());
    $from = mt_rand() / mt_getrandmax() * (86400 - $length);
    [$status, $answer, $ms] = $session->call('GET', sprintf('/tests/%s/trace?from=%.3f&to=%.3f&bare=1', $test, $from, $from + $length));
    $status === 200 || exit("a zoom was refused with {$status}\n");
    $times[] = $ms;
    $most[] = count($answer['samples']);
}
sort($times);
printf(
    "ms to answer a zoom: median %.1f, p95 %.1f, least %.1f, most %.1f over %d zooms of 9 s to 24 h; at most %d points\n", $times[intdiv(ZOOMS, 2)],
    $times[(int) ceil(0.95 * ZOOMS) - 1], $times[0], $times[ZOOMS - 1], ZOOMS, max($most),
);
unlink($file);
