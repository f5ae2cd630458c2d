<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Actions\BringFusionRecord;
use App\Actions\RunFusion;
use App\Exceptions\Refused;
use App\Http\Requests\DiagnoseRequest;
use App\Http\Requests\FusionRecordRequest;
use App\Http\Requests\FusionStartRequest;
use App\Imports\FusionFile;
use App\Imports\RecordNominal;
use App\Models\Entry;
use App\Models\FusionRun;
use App\Models\Joint;
use App\Models\Person;
use App\Pages\Bench;
use App\Procedures\Subject;
use App\Traces\TraceStore;
use Carbon\CarbonImmutable;
use Diastoma\Core\Electrofusion\Diagnosis\Diagnosis;
use Diastoma\Core\Electrofusion\Diagnosis\TraceClass;
use Diastoma\Core\Electrofusion\Diagnosis\TraceEvents;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;

final class FusionController
{
    /** Samples a screen can draw of a long record. */
    private const MOST_DRAWN = 2000;

    public function __construct(private readonly RunFusion $fusion)
    {
    }

    public function store(FusionStartRequest $request, Joint $joint): JsonResponse
    {
        $given = $request->validated();
        $person = $request->person();
        $run = $this->fusion->start(
            $joint, $person, TraceClass::from($given['fault'] ?? 'good'), (float) ($given['speed'] ?? 1),
            (int) ($given['seed'] ?? random_int(0, 1_000_000)), $given['record'] ?? 'fusion',
        );

        return new JsonResponse($this->state($run, -1.0), 201);
    }

    /** Samples later than `since` seconds, up to now. */
    public function show(Request $request, FusionRun $run): JsonResponse
    {
        return new JsonResponse($this->state($run, (float) $request->query('since', '-1')));
    }

    /** Ends it if it is over. */
    public function settle(FusionRun $run): JsonResponse
    {
        return new JsonResponse($this->state($this->fusion->settle($run), -1.0));
    }

    public function stop(FusionRun $run): JsonResponse
    {
        return new JsonResponse($this->state($this->fusion->stop($run), -1.0));
    }

    /** The stored samples of a fusion on record. */
    public function trace(Request $request, string $id, TraceStore $traces): JsonResponse
    {
        /** @var Person $person */
        $person = $request->user();
        $person->mustBeOn(Entry::query()->find($id) ?? throw Refused::nothing()); // a record goes by the id of its entry

        $samples = $traces->read('fusion', $id);

        return new JsonResponse(['samples' => $samples, 'events' => self::events($samples, (float) $request->query('voltage_v', '0'),
            (float) $request->query('time_s', '0'))]);
    }

    /** What a record looks like, without a joint; nothing is stored. */
    public function diagnose(DiagnoseRequest $request): JsonResponse
    {
        $given = $request->validated();
        $file = FusionFile::of($this->text($request));
        $nominal = RecordNominal::of($file, $given['label'] ?? null, isset($given['fitting_c']) ? (float) $given['fitting_c'] : null);
        $thin = max(1, intdiv(count($file->trace->samples), self::MOST_DRAWN));

        return new JsonResponse([
            'diagnosis' => Diagnosis::of($file->trace, $nominal)->toArray(), 'voltage_v' => $nominal->voltageV, 'time_s' => $nominal->timeS,
            'voltage_band_percent' => Diagnosis::voltageBandPercent(),
            'events' => self::events($file->trace->samples, $nominal->voltageV, $nominal->timeS),
            'samples' => array_values(array_filter($file->trace->samples, static fn (int $k): bool => $k % $thin === 0, ARRAY_FILTER_USE_KEY)),
        ]);
    }

    /**
     * @param  iterable<array<string, mixed>>  $samples
     * @return list<array{t_s: float, said: string}>
     */
    private static function events(iterable $samples, float $voltageV, float $timeS): array
    {
        $plain = [];
        foreach ($samples as $s) {
            $plain[] = ['t' => (float) $s['t'], 'v' => (float) $s['v'], 'i' => (float) $s['i']];
        }

        return TraceEvents::of($plain, $voltageV, $timeS);
    }

    private function text(Request $request): string
    {
        $file = $request->file('file');
        $text = $file === null ? false : file_get_contents($file->getRealPath());

        return $text === false ? throw Refused::input('The file could not be read. Choose it again.') : $text;
    }

    public function bring(FusionRecordRequest $request, Joint $joint, BringFusionRecord $bring): JsonResponse
    {
        $text = $this->text($request);
        $person = $request->person();
        $started = $request->input('started_at');
        $bring->execute(
            $joint, $person, $text, is_string($started) ? CarbonImmutable::parse($started)->utc() : null, (string) $request->input('record', 'fusion'),
        );

        return new JsonResponse(Bench::of(Subject::joint($joint->refresh()), $person), 201);
    }

    /** @return array<string, mixed> */
    private function state(FusionRun $run, float $since): array
    {
        $elapsed = $this->fusion->elapsed($run);
        $trace = $this->fusion->trace($run);
        $device = $run->isFromDevice();
        $done = $run->finished;
        $samples = $done && $device ? app(TraceStore::class)->read('fusion', $run->id) : $trace->samples ?? [];
        $last = $samples === [] ? 0.0 : (float) $samples[count($samples) - 1]['t'];

        return [
            'id' => $run->id, 'record' => $run->record, 'finished' => $done, 'over' => $done || $this->fusion->isOver($run), 'device' => $device,
            'speed' => $run->speed, 'elapsed_s' => $done || $device ? $last : $elapsed, 'time_s' => $run->time_s, 'voltage_v' => $run->voltage_v,
            'end_code' => $done ? ($device ? $run->end_code ?? 'end_not_recorded' : $trace?->endCode) : null,
            'samples' => array_values(array_filter($samples, static fn (array $s): bool => $s['t'] > $since && ($done || $device || $s['t'] <= $elapsed))),
        ];
    }
}
