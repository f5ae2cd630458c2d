<?php

declare(strict_types=1);

namespace App\Archive;

use App\Exceptions\Refused;
use App\Models\Person;
use Diastoma\Core\Gasketed\Systems\JointSystems;
use Diastoma\Core\Mechanical\Cards\Cards;
use Diastoma\Core\Rulebook\Rulebooks;
use Illuminate\Support\Facades\DB;

/** Which rows of a file are written: those of the job as they are, and of what jobs share only what nobody here has. */
final readonly class KeptRows
{
    /** Ends the sign-in name of whoever has none here. */
    private const AWAY = '@archive';

    /** What is on record of a person, and is taken as it is. */
    private const PERSON = ['id', 'name'];

    /**
     * @param  string  $job  that is taken in
     * @param  string  $by  id of whoever takes it in
     * @param  list<string>  $known  joint systems that are here before anything is taken
     */
    public function __construct(private string $job, private string $by, private array $known)
    {
    }

    /**
     * What is written of the rows of an entry.
     *
     * @param  list<array<string, mixed>>  $rows
     * @return list<array<string, mixed>>
     */
    public function of(string $table, array $rows): array
    {
        return match ($table) {
            'people' => self::people($rows), 'certificates', 'memberships' => self::theirs($table, $rows),
            'rulebooks' => self::rulebooks($rows), 'joint_systems' => $this->systems($rows),
            default => $rows,
        };
    }

    /**
     * Theirs come without a way in; ours stay as they are.
     *
     * @param  list<array<string, mixed>>  $rows
     * @return list<array<string, mixed>>
     */
    private static function people(array $rows): array
    {
        $here = Person::whereIn('id', array_column($rows, 'id'))->toBase()->pluck('id')->all();
        foreach ($rows as $row) {
            if (! in_array($row['id'], $here, true)) {
                DB::table('people')->insert([
                    ...array_intersect_key($row, array_flip(self::PERSON)), 'email' => $row['id'].self::AWAY, 'left_at' => now(), 'created_at' => now(),
                    'updated_at' => now(),
                ]);
            }
        }

        return [];
    }

    /**
     * No paper and no role for people of ours: those are given here.
     *
     * @param  list<array<string, mixed>>  $rows
     * @return list<array<string, mixed>>
     */
    private static function theirs(string $table, array $rows): array
    {
        $holders = DB::table($table)->whereIn('id', array_column($rows, 'id'))->pluck('person_id', 'id'); // whoever the file says has it
        $ours = Person::query()->whereIn('id', [...array_column($rows, 'person_id'), ...$holders->values()])->get()
            ->reject(self::isOfAFile(...))->modelKeys();

        return array_values(array_filter(
            $rows, static fn (array $row): bool => array_intersect([$row['person_id'] ?? '', $holders[$row['id']] ?? ''], $ours) === [],
        ));
    }

    /** Whether somebody is here only because a file named them. */
    public static function isOfAFile(Person $person): bool
    {
        return $person->left_at !== null && $person->password === null && str_ends_with($person->email, self::AWAY);
    }

    /**
     * What is called as one of ours gets a name of its own: entries name it by its id, and no version of theirs becomes the latest of ours.
     *
     * @param  list<array<string, mixed>>  $rows
     * @return list<array<string, mixed>>
     */
    private static function rulebooks(array $rows): array
    {
        $kept = [];
        foreach ($rows as $row) {
            $isOurs = Rulebooks::of((string) $row['key']) !== null || DB::table('rulebooks')->where('key', $row['key'])->exists();
            if (DB::table('rulebooks')->where('id', $row['id'])->doesntExist()) {
                $kept[] = $isOurs ? [...$row, 'key' => $row['key'].'-'.substr((string) $row['id'], 0, 8)] : $row;
            }
        }

        return $kept;
    }

    /**
     * Systems that nobody here knows. One of ours must be the very same: another version would be the latest for every job here.
     *
     * @param  list<array<string, mixed>>  $rows
     * @return list<array<string, mixed>>
     */
    private function systems(array $rows): array
    {
        $kept = [];
        foreach ($rows as $row) {
            $isKnown = in_array($row['key'], $this->known, true) || JointSystems::find((string) $row['key']) !== null
                || Cards::find((string) $row['key']) !== null;
            $ours = DB::table('joint_systems')->where('key', $row['key'])->where('version', $row['version'])->value('payload');
            if ($isKnown && ($ours === null || json_decode($ours, true) != json_decode((string) $row['payload'], true))) { // compared by value
                throw Refused::conflict("The joint system “{$row['key']}” is another here. Nothing was taken.");
            }
            $isKnown || $kept[] = [...$row, 'person_id' => $this->by, 'job_id' => $this->job]; // nobody else here has added it
        }

        return $kept;
    }
}
