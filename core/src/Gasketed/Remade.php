<?php

declare(strict_types=1);

namespace Diastoma\Core\Gasketed;

use Diastoma\Core\Procedure\Readings;
use Diastoma\Core\Procedure\ReadingSpec;
use Diastoma\Core\Procedure\Situation;

/** A joint that was pulled apart is made again from the cleaning on: what was read of it before says nothing any more, and stays in the journal. */
final class Remade
{
    public const KEY = 'pulled_apart_at';

    public static function spec(): ReadingSpec
    {
        return ReadingSpec::now(self::KEY, 'Pulled apart to be made again', 'Only if it was; everything from cleaning on is then asked again.')->optional();
    }

    public static function at(Situation $s): ?\DateTimeImmutable
    {
        return $s->once('pulled_apart_at', static fn (): ?\DateTimeImmutable => $s->readings->time(self::KEY));
    }

    /**
     * @param  list<ReadingSpec>  $specs
     * @return list<string> keys that are there but were read before the joint was pulled apart
     */
    public static function stale(Situation $s, array $specs): array
    {
        $at = self::at($s);
        $stale = [];
        foreach ($at === null ? [] : $specs as $spec) {
            $reading = $s->readings->reading($spec->key);
            if ($reading !== null && $spec->key !== self::KEY && $reading->takenAt < $at) {
                $stale[] = $spec->key;
            }
        }

        return $stale;
    }

    /**
     * The situation as it stands since: readings of these keys that are older are left out.
     *
     * @param  list<string>  $stale
     */
    public static function since(Situation $s, array $stale): Situation
    {
        if ($stale === []) {
            return $s;
        }

        return $s->with($s->readings->without($stale));
    }
}
