<?php

declare(strict_types=1);

namespace App\Procedures;

use App\Models\JointSystem as Row;
use Diastoma\Core\Gasketed\BellAndSpigot;
use Diastoma\Core\Gasketed\Systems\JointSystem;
use Diastoma\Core\Gasketed\Systems\JointSystems;

/** The catalogue of gasketed joint systems: those that ship and those that people added. */
final class Systems
{
    /** @return list<JointSystem> the latest version of each */
    public static function latest(): array
    {
        $systems = [];
        foreach ([...JointSystems::shipped(), ...self::added()] as $system) {
            $systems[$system->key] = $system;
        }

        return array_values($systems);
    }

    /** @return list<JointSystem> by rising version */
    private static function added(): array
    {
        return array_values(Row::query()->orderBy('version')->get()->map(static fn (Row $row): JointSystem => JointSystem::fromArray($row->payload))->all());
    }

    public static function latestOf(string $key): ?JointSystem
    {
        $row = Row::query()->where('key', $key)->orderByDesc('version')->first();

        return $row === null ? JointSystems::find($key) : JointSystem::fromArray($row->payload);
    }

    /** The system whose procedure has this id, in the very version that the id names. */
    public static function ofProcedure(string $id): ?JointSystem
    {
        if (! str_starts_with($id, BellAndSpigot::PREFIX)) {
            return null;
        }
        [$key, $version] = [...explode('~', substr($id, strlen(BellAndSpigot::PREFIX))), '1'];
        $shipped = $version === '1' ? JointSystems::find($key) : null;
        if ($shipped !== null) {
            return $shipped;
        }
        /** @var array<string, JointSystem> $known a version never changes, so it is read once; a line of a thousand joints asks a thousand times */
        static $known = [];
        $row = isset($known[$id]) ? null : Row::query()->where('key', $key)->where('version', (int) $version)->first();
        if ($row !== null) {
            $known[$id] = JointSystem::fromArray($row->payload);
        }

        return $known[$id] ?? null;
    }
}
