<?php

declare(strict_types=1);

namespace App\Pictures;

/** Whether a picture says where it was taken: where somebody's house or a valve is, is nobody's business who reads the record. */
final class Place
{
    /** What stands before a block of camera data in JPEG, PNG (a length of 4 bytes before it) and WebP (one behind it) [Exif 2.3, 4.5.2; WebP container]. */
    private const BLOCK = '/(?:Exif\x00\x00|eXIf|EXIF.{4}(?:Exif\x00\x00)?)(?=II\x2A\x00|MM\x00\x2A)/s';

    /** Tag of the directory that holds the place [Exif 2.3, 4.6.3]. */
    private const GPS = 0x8825;

    public static function isIn(string $bytes): bool
    {
        if (preg_match('/GPS(?:Latitude|Longitude|DestLatitude)/', $bytes) === 1) { // written out, in XMP
            return true;
        }
        preg_match_all(self::BLOCK, $bytes, $found, PREG_OFFSET_CAPTURE);
        foreach ($found[0] as [$mark, $at]) {
            if (self::names(substr($bytes, $at + strlen($mark)))) {
                return true;
            }
        }

        return false;
    }

    /** Whether the first directory of a block, laid out as TIFF 6.0 says, names one for the place. */
    private static function names(string $block): bool
    {
        [$short, $long] = str_starts_with($block, 'II') ? ['v', 'V'] : ['n', 'N'];
        $read = static function (string $as, int $at) use ($block): int {
            $part = substr($block, $at, $as === 'v' || $as === 'n' ? 2 : 4);

            return strlen($part) < ($as === 'v' || $as === 'n' ? 2 : 4) ? 0 : (int) (unpack($as, $part) ?: [1 => 0])[1];
        };
        $directory = $read($long, 4);
        $entries = $read($short, $directory);
        for ($k = 0; $k < $entries; $k++) {
            if ($read($short, $directory + 2 + 12 * $k) === self::GPS) {
                return true;
            }
        }

        return false;
    }
}
