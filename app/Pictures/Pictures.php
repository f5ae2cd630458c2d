<?php

declare(strict_types=1);

namespace App\Pictures;

use App\Exceptions\Refused;
use Illuminate\Http\UploadedFile;
use Illuminate\Support\Facades\Storage;

/**
 * Pictures by the hash of their bytes: the journal names the hash, so that none can be put in another's place. Stored before the entry that names it is
 * written; stored twice it is one.
 */
final class Pictures
{
    public const TYPES = ['image/jpeg', 'image/png', 'image/webp'];

    /**
     * @return array{sha256: string, type: string, bytes: int}
     *
     * @throws Refused if the file cannot be read
     */
    public static function keep(UploadedFile $file): array
    {
        $bytes = $file->get();
        if (! is_string($bytes) || $bytes === '') {
            throw Refused::input('The picture could not be read. Take it again.', [['field' => 'file', 'detail' => 'unreadable']]);
        }
        $hash = hash('sha256', $bytes);
        Storage::disk('local')->put(self::path($hash), $bytes);

        return ['sha256' => $hash, 'type' => (string) $file->getMimeType(), 'bytes' => strlen($bytes)];
    }

    public static function has(string $hash): bool
    {
        return Storage::disk('local')->exists(self::path($hash));
    }

    /** @return ?string its bytes; null where it is not here, or is not what it was any more */
    public static function bytes(string $hash): ?string
    {
        $bytes = self::has($hash) ? Storage::disk('local')->get(self::path($hash)) : null;

        return is_string($bytes) && hash('sha256', $bytes) === $hash ? $bytes : null;
    }

    private static function path(string $hash): string
    {
        return 'pictures/'.substr($hash, 0, 2)."/{$hash}";
    }
}
