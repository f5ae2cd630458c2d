<?php

declare(strict_types=1);

// One tablet that does not give up: posts readings with ids of its own until each is acknowledged, whatever happens to the server meanwhile.
// php bench/client.php BASE WHO FIRST-JOINT STEP ACKED-FILE STOP-FILE [COUNT [START-FILE]]: writes each acknowledged id, its milliseconds, its joint
// and its value; ends when the stop file is there, or after COUNT; begins when the start file is there.
require __DIR__.'/session.php';
[, $base, $who, $first, $step, $acked, $stop] = $argv;
$count = (int) ($argv[7] ?? PHP_INT_MAX);
$session = null;
$joints = [];
/** Until there is a session and the joints are known. */
$begin = static function () use (&$session, &$joints, $base, $who, $stop): void {
    while ($joints === []) {
        $session = BenchSession::tryOpen($base, $who);
        $jobs = $session?->call('GET', '/jobs')[1]['jobs'] ?? [];
        $job = $jobs === [] ? null : $session->call('GET', "/jobs/{$jobs[0]['id']}")[1];
        $mains = array_column($job['mains'] ?? [], 'id', 'name');
        $joints = isset($mains['Millrace Lane']) ? $session->call('GET', "/mains/{$mains['Millrace Lane']}/line")[1]['joints'] ?? [] : [];
        if ($joints === [] && file_exists($stop)) {
            exit;
        }
        $joints === [] && usleep(200_000);
    }
};
$begin();
$own = array_values(array_filter($joints, static fn (array $j): bool => $j['number'] > 60000)); // of the benchmark, one a tablet
$wanted = $own !== [] ? $own : array_values(array_filter($joints, static fn (array $j): bool => in_array($j['number'], [12, 13, 14, 15], true)));
$log = fopen($acked, 'ab');
if (isset($argv[8])) { // all begin together
    touch($acked.'.ready');
    while (! file_exists($argv[8])) {
        usleep(5_000);
    }
}
for ($k = 0; $k < $count && ! file_exists($stop); $k++) {
    $joint = $wanted[((int) $first + $k * (int) $step) % count($wanted)]['id'];
    $id = sprintf('%08x-%04x-4000-8000-%012x', random_int(0, 0xFFFFFFFF), getmypid() & 0xFFFF, $k);
    $body = [
        'id' => $id, 'kind' => 'reading', 'subject_type' => 'joint', 'subject_id' => $joint, 'payload' => ['key' => 'ambient_c', 'value' => 10 + $k % 20],
        'device_at' => gmdate('Y-m-d\TH:i:s\Z'),
    ];
    for (; ;) {
        [$status, , $ms] = $session->call('POST', '/entries', $body);
        if ($status === 201 || $status === 200) {
            break;
        }
        if (in_array($status, [401, 419], true)) {
            $joints = [];
            $begin();
        } elseif (! in_array($status, [0, 429, 500, 502, 503], true)) {
            exit("refused with {$status}\n");
        }
        usleep(100_000);
    }
    fwrite($log, sprintf("%s %.1f %s %d\n", $id, $ms, $joint, 10 + $k % 20));
}
