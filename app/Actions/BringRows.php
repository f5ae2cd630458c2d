<?php

declare(strict_types=1);

namespace App\Actions;

use App\Exceptions\Refused;
use App\Imports\SampleTable;
use App\Journal\Draft;
use App\Models\Person;
use App\Models\Work;
use App\Procedures\Subject;
use Diastoma\Core\Exception\InvalidInput;
use Diastoma\Core\Procedure\ReadingKind;
use Diastoma\Core\Procedure\ReadingSpec;
use Diastoma\Core\Procedure\RowTable;
use Diastoma\Core\Sitting\Entry;
use Illuminate\Support\Facades\DB;
use Ramsey\Uuid\Uuid;

/** Rows of a series out of a file: each is an entry of its own, as if a hand had typed it. Sent twice they are stored once; where one is not taken, none is. */
final class BringRows
{
    /** Namespace of the entries' ids: the same row of the same file is the same entry. */
    private const SPACE = 'b0d3f3a4-1b9a-4a55-9c0e-2b64b9a1f7c3';

    public function __construct(private readonly WriteEntry $write)
    {
    }

    /** @throws Refused|InvalidInput if this person may not, the file cannot be read, or a row of it is not taken */
    public function execute(Work $work, Person $by, string $key, string $text): Subject
    {
        $by->must($work->kind->reads(), $work->job);
        if (! mb_check_encoding($text, 'UTF-8')) {
            throw InvalidInput::field('file', 'This is no text file. Export it as CSV.');
        }
        $subject = Subject::work($work);
        $spec = $this->series($subject, $key);
        $table = SampleTable::of($text);
        $rows = RowTable::of($spec, $table->columns, $table->rows);
        $hash = hash('sha256', $text);

        return DB::transaction(function () use ($work, $by, $key, $rows, $hash, $subject): Subject {
            $at = $subject->job->now()->format('Y-m-d\TH:i:sP');
            $id = static fn (int $k): string => Uuid::uuid5(self::SPACE, "{$work->id} {$key} {$hash} {$k}")->toString();
            $isStored = DB::table('entries')->where('id', $id(0))->exists();
            foreach ($isStored ? [] : $rows as $k => $row) {
                $draft = new Draft($id($k), Entry::ROW, $work->kind->value, $work->id, ['key' => $key, 'row' => $row], $at);
                [, , , $subject] = $this->write->execute($by, $draft);
            }

            return $subject;
        });
    }

    /** @throws Refused if the work has no such series */
    private function series(Subject $subject, string $key): ReadingSpec
    {
        foreach ($subject->steps() as $step) {
            $spec = $step->reading($key);
            if ($spec !== null && $spec->kind === ReadingKind::Row) {
                return $spec;
            }
        }
        throw Refused::input('This work has no such series.', [['field' => 'key', 'detail' => 'unknown', 'value' => $key]]);
    }
}
