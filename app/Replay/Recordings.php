<?php

declare(strict_types=1);

namespace App\Replay;

use App\Actions\EndPressureTest;
use App\Journal\Journal;
use App\Models\Entry;
use App\Models\PressureTest;
use App\PressureTests\Recorded;
use App\Traces\TraceStore;
use Diastoma\Core\PressureTest\Run\Run;

/** Holds each stored trace against the hash that the journal has of it, and judges each test again from its trace. */
final class Recordings
{
    public function __construct(private readonly TraceStore $traces, private readonly EndPressureTest $judge, private readonly Recorded $recorded)
    {
    }

    /**
     * @param  iterable<Entry>  $entries  of one job
     * @return array{compared: int, found: list<string>}
     */
    public function of(iterable $entries): array
    {
        $compared = 0;
        $found = [];
        foreach ($entries as $entry) {
            $data = $entry->data();
            $fusion = $entry->kind === Journal::READING && is_array($data['value'] ?? null) && isset($data['value']['samples_sha256']);
            if (! $fusion && $entry->kind !== Journal::TEST_JUDGED) {
                continue;
            }
            $compared++;
            $name = $fusion ? "Fusion of joint {$data['value']['joint']} (entry {$entry->seq})" : "Test of entry {$entry->seq}";
            try {
                $found = [...$found, ...$this->recording($entry, $data, $fusion, $name)];
            } catch (\Throwable $broken) { // a block that cannot be read hides nothing of the rest
                $found[] = "{$name}: it cannot be read or judged again ({$broken->getMessage()}).";
            }
        }

        return ['compared' => $compared, 'found' => $found];
    }

    /**
     * @param  array<string, mixed>  $data
     * @return list<string>
     */
    private function recording(Entry $entry, array $data, bool $fusion, string $name): array
    {
        $hash = $fusion ? $data['value']['samples_sha256'] : $data['samples_sha256'];
        if ($this->traces->fingerprintOf($fusion ? 'fusion' : 'test', $fusion ? $data['value']['trace'] : $entry->subject_id) !== $hash) {
            return ["{$name}: its stored trace is not the one that was judged."];
        }

        return $fusion ? [] : $this->test($entry, $data, $name);
    }

    /**
     * @param  array<string, mixed>  $data
     * @return list<string>
     */
    private function test(Entry $entry, array $data, string $name): array
    {
        $test = PressureTest::with('section.main.job.rulebook')->find($entry->subject_id);
        if ($test === null) {
            return ["{$name}: the test is not there."];
        }
        $run = new Run($this->recorded->trace($test), $data['verdict']['marks'] ?? [], $data['measured'] ?? [], $data['verdict']['broken_off'] ?? '');
        $verdict = $this->judge->verdict($test, $run);
        $again = Differences::verdict(json_encode($verdict->toArray()));
        $before = Differences::verdict($data['verdict']);

        return $verdict->state() === $data['state'] && $again === $before ? []
            : ["{$name}: judged again from its trace it is {$verdict->state()}, in the journal {$data['state']}."];
    }
}
