<?php

declare(strict_types=1);

namespace Diastoma\Core\Gasketed;

use Diastoma\Core\Gasketed\Systems\Allowed;
use Diastoma\Core\Gasketed\Systems\JointSize;
use Diastoma\Core\Gasketed\Systems\JointSystem;
use Diastoma\Core\Procedure\Situation;
use Diastoma\Core\Rulebook\Source;

/** One joint of a system at one size: what its steps and rules ask of both. */
final readonly class Made
{
    public function __construct(public JointSystem $system)
    {
    }

    /** @return list<string> letters of the sides that are put together on site; one nameless side when only one is */
    public function sides(): array
    {
        return $this->system->sides === 1 ? [''] : ['a', 'b'];
    }

    /**
     * @template T
     *
     * @param  \Closure(string): T  $make
     * @return list<T>
     */
    public function each(\Closure $make): array
    {
        return array_map($make, $this->sides());
    }

    public function size(Situation $s): ?JointSize
    {
        return $this->system->size($s->facts->number('dn_mm'), self::pnBar($s));
    }

    /** What the joint may turn: the system's own, a published table's, or what the crew read in the maker's instructions. */
    public function allowed(Situation $s): ?Allowed
    {
        $known = $this->system->allowed($s->facts->number('dn_mm'), self::pnBar($s));
        $cap = $this->system->deflectionCapDeg;
        $read = $s->readings->number('maker_allowed_deg');

        return match (true) {
            $known !== null => $known,
            $read === null => null,
            $cap !== null && $read > $cap => new Allowed($cap, Source::commonPractice("{$this->system->title}: at most {$cap}°")),
            default => new Allowed($read, Source::maker('as read in the instructions on site')),
        };
    }

    /** Where the mark belongs, mm from the spigot's end: the system's figure, else the mark copied from an uncut spigot, else the bell's measured depth. */
    public function markMm(Situation $s): ?float
    {
        $size = $this->size($s);

        return $size->insertionMm ?? $s->readings->number('factory_mark_mm') ?? $size->bellMm ?? $s->readings->number('bell_depth_mm');
    }

    /** Pressure class of the pipe: as drawn, or as stamped on it; null while nobody has said. */
    public static function pnBar(Situation $s): ?float
    {
        return $s->facts->maybe('pn_bar') ?? $s->readings->number('pipe_pn_bar');
    }

    public static function odMm(Situation $s): float
    {
        return $s->facts->maybe('od_largest_mm') ?? $s->facts->number('dn_mm');
    }
}
