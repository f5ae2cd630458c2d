<?php

declare(strict_types=1);

namespace App\Actions;

use App\Exceptions\Refused;
use App\Imports\FusionFile;
use App\Models\Entry;
use App\Models\Equipment;
use App\Models\FusionRun;
use App\Models\Joint;
use App\Models\Person;
use App\Procedures\Subject;
use Carbon\CarbonImmutable;
use Diastoma\Core\Electrofusion\Fused;
use Diastoma\Core\Electrofusion\Weld;
use Diastoma\Core\Sitting\Sending;
use Illuminate\Support\Facades\DB;

/** Takes the samples of a real control unit as it fuses. Samples sent twice are stored once; the end code closes the run. */
final class ReceiveSamples
{
    public function __construct(private readonly RunFusion $fusion)
    {
    }

    /**
     * @param  ?string  $record  which fusion of the joint; null takes the one whose label it is
     *
     * @throws Refused if the joint or the label is another, or it may not be fused now
     */
    public function start(Equipment $unit, int $number, ?string $main, string $label, ?string $record, ?CarbonImmutable $started): FusionRun
    {
        $joint = Joint::named($unit->job_id, $number, $main, 'control unit');
        $subject = Subject::joint($joint);
        $weld = $this->weld($subject, $label, $record);
        $now = $subject->job->now();
        $named = $subject->readings()->record('control_unit');
        $refusal = Sending::refusal(
            $unit->asInstrument(), isset($named['id'], $named['name']) ? ['id' => (string) $named['id'], 'name' => (string) $named['name']] : null,
            $now->toDateTimeImmutable(),
        );
        Refused::unless($refusal === null ? null : "{$refusal} A fusion that was made all the same is brought as a file, and judged.");

        return $this->fusion->follow(
            $joint, $this->person($subject, $weld), $unit, $weld->recordKey(), $started === null || $started > $now ? $now : $started,
        );
    }

    /** @param  list<array{t: float, v: float, i: float}>  $samples */
    public function execute(Equipment $unit, FusionRun $run, array $samples, ?string $endCode): FusionRun
    {
        if ($run->equipment_id !== $unit->id) {
            throw Refused::forbidden('This fusion belongs to another control unit.');
        }
        if ($run->finished) {
            return $run; // sent again after a lost answer
        }
        $run = DB::transaction(static function () use ($run, $samples, $endCode): FusionRun {
            $locked = FusionRun::query()->lockForUpdate()->findOrFail($run->id);
            $early = Sending::tooEarly(
                array_column($samples, 't'), $locked->started_at->toDateTimeImmutable(), $locked->joint->main->job->now()->toDateTimeImmutable(),
            );
            if ($early !== null) {
                throw Refused::input($early, [['field' => 'samples', 'detail' => 'in the future']]);
            }
            $kept = $locked->samples ?? [];
            $last = $kept === [] ? -1.0 : (float) $kept[count($kept) - 1]['t'];
            foreach ($samples as $sample) {
                if ($sample['t'] > $last) {
                    $kept[] = $sample;
                    $last = $sample['t'];
                }
            }
            $locked->update(['samples' => $kept, 'end_code' => $endCode === null ? null : FusionFile::endCode($endCode)]);

            return $locked;
        });

        return $this->fusion->settle($run);
    }

    private function weld(Subject $subject, string $label, ?string $record): Weld
    {
        $read = [];
        foreach ($subject->procedure instanceof Fused ? $subject->procedure->welds() : [] as $weld) {
            $code = $weld->label($subject->situation())?->code;
            if ($code === $label && ($record === null || $weld->recordKey() === $record)) {
                return $weld;
            }
            $read[] = $code;
        }
        $here = implode(', ', array_filter($read)) ?: 'none read yet';
        throw Refused::input(
            "Label on the unit: {$label}. Label here: {$here}. Read the fitting's label on the bench first, or take the right joint.",
            [['field' => 'label', 'detail' => 'Label', 'value' => $label, 'limit' => $here]],
        );
    }

    /** Who read the label stands for the fusion. */
    private function person(Subject $subject, Weld $weld): Person
    {
        $entry = $subject->entries()->last(static fn (Entry $e): bool => ($e->data()['key'] ?? '') === $weld->key('label_code'));

        return $entry->person ?? throw Refused::conflict('Nobody has read the label of this fitting on the bench yet.');
    }
}
