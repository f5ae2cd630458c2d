<?php

declare(strict_types=1);

namespace App\Procedures;

use App\Models\JointSystem as Row;
use Diastoma\Core\Catalogue\Procedures;
use Diastoma\Core\Gasketed\BellAndSpigot;
use Diastoma\Core\Gasketed\Systems\JointSystem;
use Diastoma\Core\Mechanical\Cards\Card;
use Diastoma\Core\Procedure\Draws;
use Illuminate\Database\Eloquent\Builder;

/** The catalogue of gasketed joint systems and of mechanical fittings' cards: those that ship and those that people added. */
final class Systems
{
    /**
     * @param  ?string  $job  id of the job whose own are among them; null for those of every job
     * @return list<JointSystem> the latest version of each gasketed one
     */
    public static function latest(?string $job): array
    {
        return array_values(array_filter(self::drawn($job), static fn (Draws $d): bool => $d instanceof JointSystem));
    }

    /** @return list<Card> the latest version of each card */
    public static function cards(?string $job): array
    {
        return array_values(array_filter(self::drawn($job), static fn (Draws $d): bool => $d instanceof Card));
    }

    /** @return list<Draws> the latest version of each */
    public static function drawn(?string $job): array
    {
        $drawn = [];
        foreach ([...Procedures::drawn(), ...self::added($job)] as $settings) {
            $drawn[$settings->key()] = $settings;
        }

        return array_values($drawn);
    }

    /** @return list<Draws> by rising version */
    private static function added(?string $job): array
    {
        return array_values(self::of($job)->orderBy('version')->get()->map(static fn (Row $row): Draws => Procedures::read($row->payload))->all());
    }

    /** @return Builder<Row> that a job sees: its own, and those of the whole installation */
    private static function of(?string $job): Builder
    {
        return Row::query()->where(static fn ($q) => $q->whereNull('job_id')->when($job !== null, static fn ($q) => $q->orWhere('job_id', $job)));
    }

    public static function latestOf(string $key, ?string $job): ?Draws
    {
        $row = self::of($job)->where('key', $key)->orderByDesc('version')->first();

        return $row === null ? self::shipped($key) : Procedures::read($row->payload);
    }

    public static function isShipped(Draws $settings): bool
    {
        return $settings->version() === 1 && self::shipped($settings->key()) !== null;
    }

    /** The gasketed system that a procedure is drawn from; null where it is another kind of procedure, or none. */
    public static function jointSystem(?string $id): ?JointSystem
    {
        $settings = $id === null ? null : self::ofProcedure($id);

        return $settings instanceof JointSystem ? $settings : null;
    }

    /** What was added of which this is the procedure, in the very version that its id names; null where it ships, or there is none. */
    public static function row(string $id): ?Row
    {
        $settings = self::ofProcedure($id);

        return $settings === null || self::isShipped($settings) ? null
            : Row::query()->where('key', $settings->key())->where('version', $settings->version())->first();
    }

    public static function ships(string $key): bool
    {
        return self::shipped($key) !== null;
    }

    /** The settings whose procedure has this id, in the very version that the id names. */
    public static function ofProcedure(string $id): ?Draws
    {
        $prefix = match (true) {
            str_starts_with($id, BellAndSpigot::PREFIX) => BellAndSpigot::PREFIX,
            str_starts_with($id, Card::PREFIX) => Card::PREFIX,
            default => null,
        };
        if ($prefix === null) {
            return null;
        }
        [$key, $version] = [...explode('~', substr($id, strlen($prefix))), '1'];
        $shipped = $version === '1' ? self::shipped($key) : null;
        if ($shipped !== null) {
            return $shipped->procedureId() === $id ? $shipped : null;
        }
        /** @var array<string, Draws> $known a version never changes, so it is read once; a line of a thousand joints asks a thousand times */
        static $known = [];
        $row = isset($known[$id]) ? null : Row::query()->where('key', $key)->where('version', (int) $version)->first();
        $settings = $row === null ? null : Procedures::read($row->payload);
        if ($settings?->procedureId() === $id) {
            $known[$id] = $settings;
        }

        return $known[$id] ?? null;
    }

    private static function shipped(string $key): ?Draws
    {
        foreach (Procedures::drawn() as $settings) {
            if ($settings->key() === $key) {
                return $settings;
            }
        }

        return null;
    }
}
