<?php

declare(strict_types=1);

// Milliseconds from posting a reading to its verdict while twenty tablets post at once, each at a joint of its own, over HTTP on loopback.
const CLIENTS = 20;
const EACH = 40;

$folder = sys_get_temp_dir().'/together-'.getmypid();
mkdir($folder);
$people = ['ada@demo', 'vera@demo'];
$running = [];
for ($k = 0; $k < CLIENTS; $k++) {
    $running[] = proc_open(
        [
            PHP_BINARY, __DIR__.'/client.php', $argv[1], $people[$k % 2], (string) $k, '0', "{$folder}/{$k}", "{$folder}/stop", (string) EACH,
            "{$folder}/start",
        ], [], $pipes,
    );
}
for ($waited = 0; count(glob("{$folder}/*.ready")) < CLIENTS && $waited < 1200; $waited++) {
    usleep(100_000); // sign-ins are throttled
}
array_map(unlink(...), glob("{$folder}/*.ready"));
touch("{$folder}/start");
$began = hrtime(true);
foreach ($running as $process) {
    proc_close($process);
}
$seconds = (hrtime(true) - $began) / 1e9;
unlink("{$folder}/start");
$times = [];
foreach (glob("{$folder}/*") as $file) {
    foreach (file($file, FILE_IGNORE_NEW_LINES) as $line) {
        $times[] = (float) explode(' ', $line)[1];
    }
    unlink($file);
}
rmdir($folder);
sort($times);
$n = count($times);
$n === CLIENTS * EACH || exit("only {$n} posts were acknowledged\n");
printf(
    "ms from posting a reading to its verdict, %d clients at once: median %.0f, p95 %.0f, most %.0f over %d posts, %.0f a second\n",
    CLIENTS, $times[intdiv($n, 2)],
    $times[(int) ceil(0.95 * $n) - 1], $times[$n - 1], $n, $n / $seconds,
);
