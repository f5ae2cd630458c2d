<?php

declare(strict_types=1);

namespace App\Archive;

use App\Exceptions\Refused;

/** A file of a job, read piece by piece: no more than it says it holds, and no more than there is room for. */
final class Packed
{
    private const MANIFEST = 64 << 10;

    /** One entry or one stretch of a trace. */
    private const LINE = 16 << 20;

    private const PICTURE = 16 << 20;

    /** What a request has room for, by the memory that it has: the journal is held whole, the rest goes by. Our own values, as those above. */
    private const IN_REQUEST = [32 << 20, 256 << 20];

    private const ON_CONSOLE = [2 << 30, 16 << 30];

    private function __construct(private readonly \ZipArchive $zip, private readonly int $journal, private int $room)
    {
    }

    /** @throws Refused if it is none, or holds more than there is room for */
    public static function open(string $file, bool $inRequest): self
    {
        $zip = new \ZipArchive;
        if ($zip->open($file, \ZipArchive::RDONLY) !== true) {
            throw Refused::input('Nothing was taken: this file is no archive of a job, or is damaged.');
        }
        [$journal, $room] = $inRequest ? self::IN_REQUEST : self::ON_CONSOLE;
        $declared = 0;
        for ($k = 0; $k < $zip->numFiles; $k++) {
            $declared += (int) ($zip->statIndex($k)['size'] ?? 0);
        }
        if ($declared > $room || (int) ($zip->statName(Written::JOURNAL)['size'] ?? 0) > $journal) {
            throw self::tooLarge();
        }

        return new self($zip, $journal, $room);
    }

    /** @return array<string, mixed> */
    public function manifest(): array
    {
        $manifest = json_decode($this->whole(Written::MANIFEST, self::MANIFEST), true);
        if (! is_array($manifest) || ($manifest['format'] ?? null) !== Written::FORMAT || ! is_string($manifest['job'] ?? null)
            || ! is_string($manifest['head'] ?? null) || ! is_string($manifest['number'] ?? null)) {
            throw Refused::input('Nothing was taken: this file is no archive of a job that this version can read.');
        }

        return $manifest;
    }

    /**
     * @return \Generator<int, array<string, mixed>> each line of a part; one that is none is passed over
     *
     * @throws Refused where it goes on and on
     */
    public function lines(string $part): \Generator
    {
        $stream = $this->zip->getStream($part);
        if ($stream === false) {
            return;
        }
        $left = $part === Written::JOURNAL ? $this->journal : $this->room;
        while (($line = @fgets($stream, self::LINE)) !== false) {
            $left -= strlen($line);
            $this->room -= strlen($line);
            if ($left < 0 || $this->room < 0 || strlen($line) === self::LINE - 1) {
                throw self::tooLarge();
            }
            $row = json_decode($line, true);
            if (is_array($row)) {
                yield $row;
            }
        }
        fclose($stream);
    }

    /** @return \Generator<string, string> bytes by the hash that is their name */
    public function pictures(): \Generator
    {
        for ($k = 0; $k < $this->zip->numFiles; $k++) {
            $name = (string) $this->zip->getNameIndex($k);
            if (preg_match('#\A'.Written::PICTURES.'([0-9a-f]{64})\z#', $name, $m) === 1) {
                yield $m[1] => $this->whole($name, self::PICTURE);
            }
        }
    }

    private function whole(string $part, int $most): string
    {
        $stream = $this->zip->getStream($part);
        $bytes = $stream === false ? '' : (string) @stream_get_contents($stream, $most + 1);
        $stream === false || fclose($stream);
        $this->room -= strlen($bytes);
        if (strlen($bytes) > $most || $this->room < 0) {
            throw self::tooLarge();
        }

        return $bytes;
    }

    private static function tooLarge(): Refused
    {
        return Refused::input('Nothing was taken: the file holds more than there is room for. A large job is read on the server, by php artisan job:read.');
    }
}
