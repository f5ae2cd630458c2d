<?php

declare(strict_types=1);

namespace Diastoma\Core\Device;

use Diastoma\Core\Catalogue\Procedures;
use Diastoma\Core\Electrofusion\Fused;
use Diastoma\Core\Electrofusion\KnownFitting;
use Diastoma\Core\Exception\InvalidInput;
use Diastoma\Core\Procedure\Reading;
use Diastoma\Core\Procedure\Readings;
use Diastoma\Core\Reckoner\Reckoner;
use Diastoma\Core\Sitting\Memory;
use Diastoma\Core\Sitting\Protocol;

/**
 * The core as a tablet carries it: a question as JSON text in, the answer as JSON text out. It never throws, because whoever asks is another language; what
 * cannot be answered says why, and the tablet goes on as one without rules of its own.
 */
final class Door
{
    private const FLAGS = JSON_UNESCAPED_UNICODE | JSON_UNESCAPED_SLASHES | JSON_PRESERVE_ZERO_FRACTION | JSON_PARTIAL_OUTPUT_ON_ERROR;

    /** @var array<string, array<mixed>> what all works of a main are judged by, as it was told: read once, asked about many times */
    private static array $mains = [];

    /** what was asked about last: after one entry more only what hangs on it is worked out again */
    private static ?Memory $memory = null;

    /** @param  string  $question  {ask: know|desk|reckon|test|ping, given} */
    public static function answer(string $question): string
    {
        try {
            $asked = (array) json_decode($question, true, 512, JSON_THROW_ON_ERROR);
            $given = is_array($asked['given'] ?? null) ? $asked['given'] : [];
            $answer = match ($asked['ask'] ?? null) {
                'know' => self::know($given),
                'desk' => self::desk($given),
                'reckon' => Reckoner::reckon(is_string($given['id'] ?? null) ? $given['id'] : '', is_array($given['inputs'] ?? null) ? $given['inputs'] : [],
                    is_string($given['units'] ?? null) ? $given['units'] : ''),
                'test' => GaugeByHand::stands($given),
                'ping' => ['php' => PHP_VERSION, 'bytes' => memory_get_usage(true), 'peak_bytes' => memory_get_peak_usage(true)],
                default => throw InvalidInput::field('ask', 'This is not answered here.'),
            };
        } catch (InvalidInput $fault) {
            $answer = ['refused' => ['said' => $fault->getMessage(), 'errors' => $fault->faults]];
        } catch (\Throwable $fault) {
            $answer = ['fault' => $fault::class.': '.$fault->getMessage()];
        }

        return (string) json_encode($answer, self::FLAGS);
    }

    /**
     * Keeps what all works of a main are judged by.
     *
     * @param  array<mixed>  $given  main, and people, instruments, systems, known, began of Protocol::desk(); rulebooks by id
     * @return array{known: string}
     */
    private static function know(array $given): array
    {
        $main = is_string($given['main'] ?? null) ? $given['main'] : '';
        self::$memory = null; // joint systems may be others
        $rulebooks = array_map(Protocol::rulebook(...), is_array($given['rulebooks'] ?? null) ? $given['rulebooks'] : []);
        self::$mains[$main] = ['rulebooks' => $rulebooks] + array_intersect_key($given, array_flip(['people', 'instruments', 'systems', 'known', 'began']));

        return ['known' => $main];
    }

    /**
     * @param  array<mixed>  $given  of Protocol::desk(); where its main was told before: main, and rulebook by its id
     * @return array<string, mixed> {unknown: main} where it was not
     */
    private static function desk(array $given): array
    {
        $main = $given['main'] ?? null;
        if (is_string($main)) {
            $told = self::$mains[$main] ?? null;
            $id = is_string($given['rulebook'] ?? null) ? $given['rulebook'] : '';
            $rulebook = is_array($told['rulebooks'] ?? null) ? $told['rulebooks'][$id] ?? null : null;
            if ($told === null || $rulebook === null) {
                return ['unknown' => $main];
            }
            $given = ['rulebook' => $rulebook] + $given + $told;
        }

        return Protocol::desk($given, self::known($given), self::$memory ??= new Memory);
    }

    /**
     * What is known of the fittings whose codes stand on the work, also of one that was scanned without signal.
     *
     * @param  array<mixed>  $given  of Protocol::desk(), and known: label_code, figures, by, joint of each fitting
     * @return array<string, float|int|string> facts
     */
    private static function known(array $given): array
    {
        $rows = static fn (string $key): array => array_values(array_filter(is_array($given[$key] ?? null) ? $given[$key] : [], is_array(...)));
        $id = is_array($given['work'] ?? null) && is_string($given['work']['procedure'] ?? null) ? $given['work']['procedure'] : '';
        $procedure = $rows('known') === [] ? null : Procedures::findWith($id, $rows('systems'));
        if (! $procedure instanceof Fused) {
            return [];
        }
        $readings = [];
        foreach ([...$rows('history'), ...$rows('entries')] as $entry) {
            $payload = is_array($entry['payload'] ?? null) ? $entry['payload'] : [];
            if (is_string($payload['key'] ?? null) && is_string($payload['value'] ?? null) && is_string($entry['taken_at'] ?? null)) {
                $readings[] = new Reading($payload['key'], $payload['value'], new \DateTimeImmutable($entry['taken_at']), '');
            }
        }
        usort($readings, static fn (Reading $a, Reading $b): int => $a->takenAt <=> $b->takenAt);

        return KnownFitting::scanned($procedure, new Readings($readings), $rows('known'));
    }
}
