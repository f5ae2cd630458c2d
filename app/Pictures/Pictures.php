<?php

declare(strict_types=1);

namespace App\Pictures;

use App\Exceptions\Refused;
use Illuminate\Http\UploadedFile;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Storage;

/**
 * Pictures by the hash of their bytes: the journal names the hash, so that none can be put in another's place. Stored before the entry that names it is
 * written; stored twice it is one.
 */
final class Pictures
{
    public const TYPES = ['image/jpeg', 'image/png', 'image/webp'];

    /** What a paper may come as: certificates, calibrations, specifications. */
    public const PAPERS = [...self::TYPES, 'application/pdf'];

    /**
     * @return array{sha256: string, type: string, bytes: int}
     *
     * @throws Refused if the file cannot be read, or says where it was taken
     */
    public static function keep(UploadedFile $file): array
    {
        $bytes = $file->get();
        if (! is_string($bytes) || $bytes === '') {
            throw Refused::input('The picture could not be read. Take it again.', [['field' => 'file', 'detail' => 'unreadable']]);
        }
        self::mustNotTellThePlace($bytes);
        $hash = hash('sha256', $bytes);
        Storage::disk('pictures')->put(self::path($hash), $bytes)
            || throw Refused::later('The picture could not be kept here just now. It stays on the device and is sent again.', 60);

        return ['sha256' => $hash, 'type' => (string) $file->getMimeType(), 'bytes' => strlen($bytes)];
    }

    /** @throws Refused if a picture says where it was taken */
    public static function mustNotTellThePlace(string $bytes): void
    {
        Place::isIn($bytes) && throw Refused::input(
            'This picture carries the place where it was taken, and nobody asked for it. Turn the place off in the camera and take it again.',
            [['field' => 'file', 'detail' => 'carries a place']],
        );
    }

    /** Takes bytes that another installation has kept under this hash; false where they are not what it says. */
    public static function take(string $bytes, string $hash): bool
    {
        return hash('sha256', $bytes) === $hash && Storage::disk('pictures')->put(self::path($hash), $bytes);
    }

    /** Lets the members of a job see a picture. */
    public static function show(string $hash, string $job): void
    {
        DB::table('pictures')->insertOrIgnore(['sha256' => $hash, 'job_id' => $job]);
    }

    /** Whether somebody may see it: it belongs to a job of theirs, or is a paper of theirs, of their crew or of its instruments. */
    public static function mayBeSeen(string $hash, string $person, bool $isAdministrator): bool
    {
        $jobs = DB::table('memberships')->where('person_id', $person)->select('job_id');
        $crew = DB::table('memberships')->whereIn('job_id', clone $jobs)->select('person_id');

        return DB::table('pictures')->where('sha256', $hash)->whereIn('job_id', clone $jobs)->exists()
            || DB::table('equipment')->where('paper_sha256', $hash)->whereIn('job_id', clone $jobs)->exists()
            || DB::table('certificates')->where('scan_sha256', $hash)
                ->when(! $isAdministrator, static fn ($q) => $q->where(static fn ($q) => $q->where('person_id', $person)->orWhereIn('person_id', $crew)))
                ->exists();
    }

    public static function has(string $hash): bool
    {
        return Storage::disk('pictures')->exists(self::path($hash));
    }

    /** @return ?string its bytes; null where it is not here, or is not what it was any more */
    public static function bytes(string $hash): ?string
    {
        $bytes = self::has($hash) ? Storage::disk('pictures')->get(self::path($hash)) : null;

        return is_string($bytes) && hash('sha256', $bytes) === $hash ? $bytes : null;
    }

    public static function remove(string $hash): void
    {
        Storage::disk('pictures')->delete(self::path($hash));
    }

    private static function path(string $hash): string
    {
        return 'pictures/'.substr($hash, 0, 2)."/{$hash}";
    }
}
