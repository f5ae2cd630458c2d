<?php

declare(strict_types=1);

// Milliseconds from posting a reading to its verdict, over HTTP on loopback, one client, with a database full of joints.
const COUNT = 300;
const WARM_UP = 30;

require __DIR__.'/session.php';
$session = BenchSession::open($argv[1], 'ada@demo');
$call = $session->call(...);
$job = $call('GET', '/jobs/'.$call('GET', '/jobs')[1]['jobs'][0]['id'])[1];
$joints = $call('GET', "/mains/{$job['mains'][0]['id']}/line")[1]['joints'];
$made = array_values(array_filter($joints, static fn (array $j): bool => $j['state'] === 'accepted')); // all their readings are there: the heaviest case
$times = [];
for ($k = 0; $k < COUNT + WARM_UP; $k++) {
    $uuid = sprintf('%08x-0000-4000-8000-%012x', random_int(0, 0xFFFFFFFF), $k);
    [$status, , $ms] = $call(
        'POST', '/entries',
        [
            'id' => $uuid, 'kind' => 'reading', 'subject_type' => 'joint', 'subject_id' => $made[$k % count($made)]['id'],
            'payload' => ['key' => 'release_written', 'value' => true], 'device_at' => gmdate('Y-m-d\TH:i:s\Z'),
        ],
    );
    $status === 201 || exit("a reading was refused with {$status}\n");
    if ($k >= WARM_UP) {
        $times[] = $ms;
    }
}
sort($times);
$empty = [];
for ($k = 0; $k < COUNT; $k++) {
    $empty[] = $call('GET', '/session')[2];
}
sort($empty);
printf("ms of an empty signed-in request: median %.1f, p95 %.1f\n", $empty[intdiv(COUNT, 2)], $empty[(int) ceil(0.95 * COUNT) - 1]);
printf(
    "ms from posting a reading to its verdict: median %.1f, p95 %.1f, least %.1f, most %.1f over %d posts\n", $times[intdiv(COUNT, 2)],
    $times[(int) ceil(0.95 * COUNT) - 1], $times[0], $times[COUNT - 1], COUNT,
);
