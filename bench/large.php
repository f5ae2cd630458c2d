<?php

declare(strict_types=1);

// Milliseconds of each screen's requests with 500 jobs, one of them with 40 mains and 20,000 joints, and of bringing a list of 20,000 joints; over HTTP.
// Usage: large.php URL SOCKET DATABASE
require __DIR__.'/session.php';

const TIMES = 40;

[, $base, $socket, $database] = $argv;
$db = new PDO("mysql:unix_socket={$socket};dbname={$database}", posix_geteuid() === 0 ? 'root' : get_current_user());
$db->setAttribute(PDO::ATTR_ERRMODE, PDO::ERRMODE_EXCEPTION);
$job = (string) $db->query("SELECT id FROM jobs WHERE number = 'K-2417'")->fetchColumn();
$db->exec("SET @job = '{$job}', @person = (SELECT id FROM people WHERE email = 'vera@demo')");
$db->exec("INSERT INTO jobs (id, number, title, place, time_zone, simulated, rulebook_id, journal_head)
    SELECT UUID(), CONCAT('L-', seq), 'A long list', 'Anywhere', 'UTC', 0, (SELECT rulebook_id FROM jobs WHERE id = @job), REPEAT('0', 64) FROM seq_1_to_500");
$db->exec("INSERT INTO memberships (id, job_id, person_id, role) SELECT UUID(), id, @person, 'supervisor' FROM jobs WHERE number LIKE 'L-%'");
$db->exec("SET @big = (SELECT id FROM jobs WHERE number = 'L-1'), @main = (SELECT main_id FROM joints WHERE number = 3 LIMIT 1)");
$db->exec('INSERT INTO mains (id, job_id, name, service, material, dn_mm, sdr, wall_mm, od_largest_mm, od_smallest_mm, size_convention, joint_method, length_m)
    SELECT UUID(), @big, CONCAT(\'Main \', seq), m.service, m.material, m.dn_mm, m.sdr, m.wall_mm, m.od_largest_mm, m.od_smallest_mm, m.size_convention,
    \'electrofusion.coupler\', 6012 FROM seq_1_to_40 JOIN mains m ON m.id = @main');
$db->exec("INSERT INTO sections (id, main_id, name, from_station_m, to_station_m, low_level_m, high_level_m, gauge_level_m, design_pressure_kpa)
    SELECT UUID(), id, REPLACE(name, 'Main ', 'L'), 0, 6012, 0, 10, 0, 1000 FROM mains WHERE job_id = @big");
$db->exec("INSERT INTO pipes (id, main_id, number, from_station_m, to_station_m)
    SELECT UUID(), m.id, CONCAT('P', s.seq), 12 * (s.seq - 1), 12 * s.seq FROM mains m JOIN seq_1_to_501 s WHERE m.job_id = @big");
$db->exec("INSERT INTO joints (id, main_id, section_id, number, station_m, method, pipe_a, pipe_b, state, severity, verdict, rulebook_id)
    SELECT UUID(), m.id, c.id, 1000 * SUBSTRING(m.name, 6) + s.seq, 12 * s.seq, 'electrofusion.coupler', CONCAT('P', s.seq), CONCAT('P', s.seq + 1),
    IF(s.seq < 400, 'accepted', 'planned'), 'go', IF(s.seq < 400, (SELECT verdict FROM joints WHERE number = 3 LIMIT 1), NULL),
    (SELECT rulebook_id FROM jobs WHERE id = @job) FROM mains m JOIN sections c ON c.main_id = m.id JOIN seq_1_to_500 s WHERE m.job_id = @big");
$big = (string) $db->query('SELECT @big')->fetchColumn();
$main = (string) $db->query("SELECT id FROM mains WHERE job_id = @big AND name = 'Main 20'")->fetchColumn();
$section = (string) $db->query("SELECT id FROM sections WHERE main_id = '{$main}'")->fetchColumn();
$joint = (string) $db->query("SELECT id FROM joints WHERE main_id = '{$main}' AND number = 20450")->fetchColumn();

$http = BenchSession::open($base, 'vera@demo');
$screens = [
    'an empty request' => '/session', 'jobs' => '/jobs', 'a job' => "/jobs/{$big}", 'a line' => "/mains/{$main}/line", 'the bench' => "/joints/{$joint}",
    'clocks' => "/jobs/{$big}/clocks", 'a test' => "/sections/{$section}/tests", 'rules' => "/jobs/{$big}/rulebook", 'crew' => "/jobs/{$big}/members",
    'instruments' => "/jobs/{$big}/instruments", 'nonconformances' => "/jobs/{$big}/nonconformances", 'hold points' => "/jobs/{$big}/hold-points",
    'set-out' => "/mains/{$main}/setout", 'rejects' => "/mains/{$main}/rejects",
];
echo "ms of a request, 500 jobs, 40 mains and 20,000 joints in one of them:\n";
$measure = static function () use ($http, $screens): void {
    foreach ($screens as $name => $path) {
        $times = [];
        for ($k = 0; $k < TIMES; $k++) {
            [$status, , $ms] = $http->call('GET', $path);
            $status === 200 || exit("{$name}: {$status}\n");
            $times[] = $ms;
        }
        sort($times);
        printf("  %-18s median %5.1f, p95 %5.1f\n", $name, $times[intdiv(TIMES, 2)], $times[(int) ceil(0.95 * TIMES) - 1]);
    }
};
$measure();
$held = ['hold_point' => ['occasion' => 'before_test', 'roles' => ['inspector']], 'reason' => 'For the measurement.'];
$http->call('POST', "/jobs/{$big}/rulebook", $held)[0] === 201 || exit("no hold point\n");
[, , $ms] = $http->call('GET', "/jobs/{$big}/hold-points");
$times = array_map(static fn (): float => $http->call('GET', "/jobs/{$big}/hold-points")[2], range(1, TIMES));
sort($times);
printf("  %-18s median %5.1f, p95 %5.1f\n", '… where it has some', $times[intdiv(TIMES, 2)], $times[(int) ceil(0.95 * TIMES) - 1]);

$file = tempnam(sys_get_temp_dir(), 'list').'.csv';
$seconds = [];
for ($k = 0; $k < 3; $k++) {
    [, $made] = $http->call('POST', "/jobs/{$big}/mains", [
        'name' => "Listed {$k}", 'service' => 'water', 'system' => 'pe_fused', 'convention' => 'metric', 'size' => 180, 'sdr' => 11,
    ]);
    file_put_contents($file, "station\n".implode("\n", array_map(static fn (int $n): string => (string) (12 * $n), range(1, 20_000))));
    [$status, , $ms] = $http->call('POST', "/mains/{$made['main']['id']}/joint-list", [
        'file' => new CURLFile($file, 'text/csv', 'list.csv'), 'unit' => 'm', 'dry' => '0',
    ]);
    $status === 201 || exit("the list was not laid: {$status}\n");
    $seconds[] = $ms / 1000;
}
unlink($file);
sort($seconds);
printf("s from sending a list of 20,000 joints to all of them laid: median %.1f (%.1f to %.1f, 3 lists)\n", $seconds[1], $seconds[0], $seconds[2]);
