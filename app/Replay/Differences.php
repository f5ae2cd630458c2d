<?php

declare(strict_types=1);

namespace App\Replay;

use App\Journal\Rows;
use App\Models\Job;
use Illuminate\Database\ConnectionInterface;
use Illuminate\Support\Collection;

/** What differs between a job as it stands in one database and as it was rebuilt in another: each row by its name, each verdict by what it found. */
final class Differences
{
    private const PROJECTED = ['state', 'severity', 'current_step', 'release_at', 'test_at', 'to_do', 'last_by', 'rulebook_id'];

    private const TESTS = [
        'section_id', 'number', 'method', 'repeat_of', 'state', 'mode', 'started_at', 'ended_at', 'plan', 'section_facts', 'ready', 'measured',
    ];

    /** Tables that are built from a job's journal; whoever and whatever is of the installation is held against the journal of the office. */
    public const TABLES = [
        'jobs', 'mains', 'sections', 'pipes', 'joints', 'plans', 'pressure_tests', 'works', 'equipment', 'memberships', 'alignments', 'rejects',
        'nonconformances', 'joint_systems', 'rulebooks',
    ];

    /** @return array{compared: array<string, int>, found: list<string>} */
    public static function of(Job $job, ConnectionInterface $kept, ConnectionInterface $rebuilt): array
    {
        $compared = [];
        $found = [];
        foreach (self::TABLES as $table) {
            $rows = self::rows($kept, $table, $job);
            $other = self::rows($rebuilt, $table, $job);
            if ($table === 'joint_systems') { // entries of an earlier version do not say whose one is: the upgrade has said it by the journal it stands in
                $other = $other->union($rebuilt->table($table)->whereIn('id', $rows->keys())->whereNull('job_id')->get()->keyBy('id')
                    ->each(static fn (\stdClass $row) => $row->job_id = $job->id));
            }
            $compared[$table] = $rows->count();
            foreach ($rows as $id => $row) {
                $again = $other->get($id);
                $said = $again === null ? ['it is not there'] : self::row($table, (array) $row, (array) $again);
                $found = [...$found, ...array_map(static fn (string $what): string => self::name($table, (array) $row).": {$what}.", $said)];
            }
            foreach ($other->diffKeys($rows) as $row) {
                $found[] = self::name($table, (array) $row).': it is in the journal and not in the table.';
            }
        }

        return ['compared' => $compared, 'found' => $found];
    }

    /** @return Collection<string, \stdClass> by id */
    private static function rows(ConnectionInterface $in, string $table, Job $job): Collection
    {
        $mains = $in->table('mains')->where('job_id', $job->id)->pluck('id');

        $query = match ($table) {
            'jobs' => $in->table($table)->where('id', $job->id),
            'mains', 'works', 'equipment', 'memberships', 'nonconformances', 'joint_systems' => $in->table($table)->where('job_id', $job->id),
            'rulebooks' => $in->table($table)->whereIn('id', self::rulebooks($in, $job)),
            'pressure_tests' => $in->table($table)->whereIn('section_id', $in->table('sections')->whereIn('main_id', $mains)->pluck('id')),
            'plans' => $in->table($table)->whereIn('main_id', $mains)->whereNotNull('adopted_at'), // one that nobody took onto the line is a proposal
            default => $in->table($table)->whereIn('main_id', $mains),
        };

        return $query->get()->keyBy('id');
    }

    /** @return list<string> what the job and its works have been judged by */
    private static function rulebooks(ConnectionInterface $in, Job $job): array
    {
        $mains = $in->table('mains')->where('job_id', $job->id)->select('id');

        return array_values(array_unique(array_filter([
            $in->table('jobs')->where('id', $job->id)->value('rulebook_id'),
            ...$in->table('joints')->whereIn('main_id', $mains)->distinct()->pluck('rulebook_id'),
            ...$in->table('works')->where('job_id', $job->id)->distinct()->pluck('rulebook_id'),
        ])));
    }

    /**
     * @param  array<string, mixed>  $a  as kept
     * @param  array<string, mixed>  $b  as rebuilt
     * @return list<string>
     */
    private static function row(string $table, array $a, array $b): array
    {
        $keys = match ($table) {
            'jobs' => [...array_keys(Rows::row($table, $a)), 'clock_ahead_s', 'rulebook_id'],
            'joints', 'works' => [...array_keys(Rows::row($table, $a)), ...array_intersect(self::PROJECTED, array_keys($a))],
            'pressure_tests' => self::TESTS,
            default => array_keys(Rows::row($table, $a)),
        };
        $said = [];
        foreach ($keys as $key) {
            if (self::plain($a[$key] ?? null) != self::plain($b[$key] ?? null)) { // numbers that came as text and back
                $said[] = "{$key} is “".self::short($a[$key] ?? null).'” and from the journal “'.self::short($b[$key] ?? null).'”';
            }
        }
        $verdict = array_key_exists('verdict', $a) ? [self::verdict($a['verdict']), self::verdict($b['verdict'] ?? null)] : [[], []];
        foreach (array_unique([...array_keys($verdict[0]), ...array_keys($verdict[1])]) as $rule) {
            if (($verdict[0][$rule] ?? null) !== ($verdict[1][$rule] ?? null)) {
                $said[] = "{$rule} is ".($verdict[0][$rule] ?? 'not found').' and from the journal '.($verdict[1][$rule] ?? 'not found');
            }
        }

        return $said;
    }

    /** @return array<string, string> by rule: how severe it is, and whether it was overruled; by step: what it lacks */
    public static function verdict(mixed $json): array
    {
        $verdict = is_string($json) ? json_decode($json, true) : $json;
        $found = [];
        foreach ($verdict['findings'] ?? [] as $finding) {
            $found[$finding['rule']] = $finding['severity'].(isset($finding['overrule']) ? ', overruled' : '');
        }
        foreach ($verdict['steps'] ?? [] as $step) {
            $found["step {$step['step']}"] = implode(' ', $step['missing'] ?? []);
        }

        return $found;
    }

    private static function plain(mixed $value): mixed
    {
        $decoded = is_string($value) && $value !== '' && ($value[0] === '{' || $value[0] === '[') ? json_decode($value, true) : null;

        return $decoded ?? $value;
    }

    private static function short(mixed $value): string
    {
        return $value === null ? 'nothing' : mb_substr(is_scalar($value) ? (string) $value : (string) json_encode($value), 0, 80);
    }

    /** @param  array<string, mixed>  $row */
    private static function name(string $table, array $row): string
    {
        return match ($table) {
            'joints' => "Joint {$row['number']}", 'pipes' => "Pipe {$row['number']}", 'sections' => "Section {$row['name']}",
            'mains' => "Main {$row['name']}", 'equipment' => "{$row['name']} {$row['serial']}", 'jobs' => "Job {$row['number']}",
            'rulebooks' => "Rulebook {$row['key']} {$row['version']}", 'joint_systems' => "Joint system {$row['key']}",
            'works' => "{$row['kind']} {$row['title']}",
            'pressure_tests' => "Test {$row['number']} ({$row['method']})", default => "{$table} {$row['id']}",
        };
    }
}
