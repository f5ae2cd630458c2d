<?php

declare(strict_types=1);

namespace App\Actions;

use App\Exceptions\Refused;
use App\Imports\SampleTable;
use App\Journal\Draft;
use App\Models\Equipment;
use App\Models\Joint;
use App\Models\Person;
use App\Procedures\Subject;
use Carbon\CarbonImmutable;
use Diastoma\Core\Exception\InvalidInput;
use Diastoma\Core\Mechanical\Bolting\Bolts;
use Diastoma\Core\Mechanical\Bolting\WrenchLog;
use Diastoma\Core\Mechanical\MechanicalProcedure;
use Diastoma\Core\Sitting\Action;
use Diastoma\Core\Sitting\Entry;
use Diastoma\Core\Sitting\Kind;
use Illuminate\Support\Facades\DB;
use Ramsey\Uuid\Uuid;

/** Torques out of a logging wrench's file, or from the wrench: each is an entry of its own, as if a hand had typed it. Sent twice they are stored once. */
final class BringBolts
{
    /** Namespace of the entries' ids: the same row of the same file is the same entry. */
    private const SPACE = '5d0a6d34-6f4e-4b0f-9c5e-7a4c4e1b2f10';

    public function __construct(private readonly WriteEntry $write)
    {
    }

    /**
     * @return Subject the joint as it stands then
     *
     * @throws Refused|InvalidInput if the file cannot be read, or a row of it is not taken: then none is
     */
    public function file(Joint $joint, Person $by, string $text, ?string $circle): Subject
    {
        $by->must(Action::ReadJoint, $joint);
        if (! mb_check_encoding($text, 'UTF-8')) {
            throw InvalidInput::field('file', 'This is no text file. Export the log of the wrench as CSV.');
        }
        $table = SampleTable::of($text);

        return $this->rows($joint, $by, WrenchLog::of($table->columns, $table->rows), $circle, hash('sha256', $text));
    }

    /**
     * @param  non-empty-list<array{bolt: int, pass: ?int, torque_nm: float, at: ?string}>  $rows
     *
     * @throws Refused|InvalidInput if the wrench is not the one that somebody took for this joint, or a row is not taken
     */
    public function device(Equipment $wrench, int $number, ?string $main, array $rows, ?string $circle): Subject
    {
        $joint = Joint::named($wrench->job_id, $number, $main, 'wrench');
        $subject = Subject::joint($joint);
        $bolts = $this->bolts($subject, $circle);
        $taken = $subject->readings()->record("{$bolts->key}_wrench");
        $by = Person::query()->where('name', is_string($taken['operator'] ?? null) ? $taken['operator'] : '')->first();
        if (($taken['id'] ?? null) !== $wrench->id || $by === null) {
            throw Refused::conflict("Nobody has taken this wrench for joint {$number} yet. Choose it on the bench first.");
        }

        return $this->rows($joint, $by, $rows, $circle, hash('sha256', $wrench->id.json_encode($rows, JSON_THROW_ON_ERROR)));
    }

    /** @param  non-empty-list<array{bolt: int, pass: ?int, torque_nm: float, at: ?string}>  $rows */
    private function rows(Joint $joint, Person $by, array $rows, ?string $circle, string $hash): Subject
    {
        $bolts = $this->bolts(Subject::joint($joint), $circle);

        return DB::transaction(function () use ($joint, $by, $rows, $bolts, $hash): Subject {
            $now = $joint->main->job->now();
            $subject = Subject::joint($joint);
            $isStored = DB::table('entries')->where('id', self::id($joint, $bolts, $hash, 0))->exists();
            foreach ($isStored ? [] : $rows as $k => $row) {
                $run = $bolts->run($subject->situation()) ?? throw Refused::conflict('Read the label first: bolts and torque follow from it.');
                [, , , $subject] = $this->write->execute($by, new Draft(
                    self::id($joint, $bolts, $hash, $k), Entry::ROW, Kind::Joint->value, $joint->id, ['key' => $bolts->key, 'row' => [
                        'pass' => $row['pass'] ?? $run->passOf($row['bolt']), 'bolt' => $row['bolt'], 'torque_nm' => $row['torque_nm'],
                    ]], self::at($row['at'], $k, $joint, $now)->format('Y-m-d\TH:i:sP'),
                ));
            }

            return $subject;
        });
    }

    /** @throws Refused if this joint has no such bolts, or has several circles and none is named */
    private function bolts(Subject $subject, ?string $circle): Bolts
    {
        $circles = $subject->procedure instanceof MechanicalProcedure ? $subject->procedure->circles() : [];
        foreach ($circles as $bolts) {
            if ($circle === null || $bolts->key === $circle) {
                return $bolts;
            }
        }
        throw Refused::input('This joint has no such bolts.', [['field' => 'circle', 'detail' => 'unknown', 'value' => $circle]]);
    }

    private static function id(Joint $joint, Bolts $bolts, string $hash, int $row): string
    {
        return Uuid::uuid5(self::SPACE, "{$joint->id} {$bolts->key} {$hash} {$row}")->toString();
    }

    /** @throws InvalidInput if a time cannot be read */
    private static function at(?string $said, int $row, Joint $joint, CarbonImmutable $now): CarbonImmutable
    {
        if ($said === null) {
            return $now; // the log does not say
        }
        try {
            $at = CarbonImmutable::parse($said, $joint->main->job->time_zone);
        } catch (\Throwable) {
            throw InvalidInput::field('file', 'Row '.($row + 2).": “{$said}” is no time.", $said);
        }

        return $at > $now ? throw InvalidInput::field('file', 'Row '.($row + 2).": {$said} lies in the future. Set the clock of the wrench.", $said) : $at;
    }
}
