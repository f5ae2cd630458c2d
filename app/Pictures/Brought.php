<?php

declare(strict_types=1);

namespace App\Pictures;

use App\Exceptions\Refused;
use Diastoma\Core\Sitting\Rights;
use Illuminate\Http\UploadedFile;
use Illuminate\Support\Facades\DB;

/** Who brought which picture, before anything named it. */
final class Brought
{
    /** So long may a picture wait for what names it, days: a tablet lies in a van over the holidays; our own value. */
    private const DAYS = 30;

    /**
     * @param  string  $by  id of a person
     * @param  bool  $isAdministrator  of the installation
     * @return array{sha256: string, type: string, bytes: int}
     *
     * @throws Refused if they are on no job, brought too much today, or it cannot be kept
     */
    public static function keep(UploadedFile $file, string $by, bool $isAdministrator): array
    {
        $isOnAJob = $isAdministrator || DB::table('memberships')->where('person_id', $by)->exists();
        $since = now('UTC')->subDay();
        $today = (int) DB::table('pictures_brought')->where('person_id', $by)->where('brought_at', '>', $since)->sum('bytes');
        $refusal = Rights::pictureRefusal($isOnAJob, $today + (int) $file->getSize());
        $refusal === null || throw ($isOnAJob ? Refused::later($refusal, 3600) : Refused::forbidden($refusal));
        $kept = Pictures::keep($file);
        DB::table('pictures_brought')->insert(['sha256' => $kept['sha256'], 'person_id' => $by, 'bytes' => $kept['bytes'], 'brought_at' => now('UTC')]);

        return $kept;
    }

    /**
     * A picture is named by whoever brought it, or sees it on a job of theirs: not by whoever has heard of its hash.
     *
     * @param  string  ...$by  ids of people
     *
     * @throws Refused if it has not arrived, or none of these has anything to do with it
     */
    public static function mustBeThere(string $hash, string ...$by): void
    {
        if (Pictures::has($hash)) {
            $brought = DB::table('pictures_brought')->where('sha256', $hash)->whereIn('person_id', $by);
            if ($brought->exists() || array_filter($by, static fn (string $id): bool => Pictures::mayBeSeen($hash, $id, false)) !== []) {
                return;
            }
        }
        throw Refused::input('This picture has not arrived yet. Send it first, then say what it shows.', [
            ['field' => 'sha256', 'detail' => 'not here', 'value' => $hash],
        ]);
    }

    /** Removes what nothing has named for so long. @return int how many */
    public static function prune(): int
    {
        $gone = 0;
        $before = now('UTC')->subDays(self::DAYS);
        foreach (DB::table('pictures_brought')->where('brought_at', '<', $before)->distinct()->pluck('sha256') as $hash) {
            $isNewer = DB::table('pictures_brought')->where('sha256', $hash)->where('brought_at', '>=', $before)->exists();
            if (! $isNewer && ! Kept::isNamed((string) $hash)) {
                Pictures::remove((string) $hash);
                $gone++;
            }
        }
        DB::table('pictures_brought')->where('brought_at', '<', $before)->delete();

        return $gone;
    }
}
