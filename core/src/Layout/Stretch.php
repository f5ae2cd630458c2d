<?php

declare(strict_types=1);

namespace Diastoma\Core\Layout;

use Diastoma\Core\Layout\Path\Horizontal;
use Diastoma\Core\Layout\Search\Chain;
use Diastoma\Core\Layout\Search\Chord;
use Diastoma\Core\Layout\Search\Drift;
use Diastoma\Core\Layout\Search\Reach;
use Diastoma\Core\Layout\Search\Region;
use Diastoma\Core\Layout\Search\Search;

/** One stretch of a line between its ends or bends: finds the sequence, then the places, then proves both without approximation. */
final class Stretch
{
    /** What the limits are drawn in by, when the exact line turns out a hair beyond them. */
    private const SLACKS = [1.5e-4, 1e-3, 6e-3, 0.03];

    /** Above this number of pipes only the best sequence is placed. */
    private const MANY = 60;

    private const ANY_HEADING = 0.3;

    /** Searches with the drift known better each time. */
    private const ROUNDS = 3;

    /** How far the search came when it found no way, m. */
    public float $furthest = 0.0;

    public function __construct(
        private readonly Alignment $alignment, private readonly PlanLimits $limits, private readonly Start $start, private readonly float $end,
    ) {
    }

    /**
     * @param  int  $searches  how often it may begin again, with limits drawn in or the drift known better
     * @return array{list<Reach>, LaidLine}|null pipes and line; null when no sequence keeps the limits
     */
    public function solve(int $searches = 9): ?array
    {
        $done = 0;
        foreach (self::SLACKS as $slack) {
            $turn = $this->limits->turn * (1 - $slack);
            $band = $this->limits->bandM * (1 - $slack) - 2e-6;
            $drift = new Drift;
            for ($round = 0; $round < self::ROUNDS && $done < $searches; $round++, $done++) {
                [$ways, $furthest] = (new Search($this->alignment, $this->limits, $turn, $band, $this->end, $drift))->run($this->begin($band, false));
                if ($ways === []) {
                    $this->furthest = $done === 0 ? $furthest : $this->furthest;
                    if ($done === 0) {
                        return null;
                    }
                    break; // with the drift known no way is left: draw the limits in
                }
                [$best, $drift] = $this->best($ways);
                if ($best !== null) {
                    return $best;
                }
            }
        }

        return null;
    }

    /**
     * Of the ways with the least pipes and cuts, the one whose greatest deflection is least.
     *
     * @param  non-empty-list<Reach>  $ways
     * @return array{array{list<Reach>, LaidLine}|null, Drift} pipes and line, null when none of them keeps the limits; and the drift that was seen
     */
    private function best(array $ways): array
    {
        $alike = array_values(array_filter($ways, static fn (Reach $w): bool => $w->cuts === $ways[0]->cuts && $w->waste <= $ways[0]->waste + 0.005));
        $found = null;
        $least = INF;
        $drift = new Drift;
        foreach (array_slice($alike, 0, count($ways[0]->pipes()) > self::MANY ? 1 : 4) as $way) {
            [$line, $keeps] = $this->placed($way);
            $drift = $line === null ? $drift : $this->seen($line, $way);
            $greatest = $line?->greatestDeg($this->start->azimuth, $this->start->slope) ?? INF;
            if ($line !== null && $keeps && $greatest < $least) {
                [$found, $least] = [[$way->pipes(), $line], $greatest];
            }
        }

        return [$found, $drift];
    }

    private function seen(LaidLine $line, Reach $way): Drift
    {
        $chords = [];
        foreach ($way->pipes() as $k => $pipe) {
            $chords[] = Chord::ofLength($this->alignment, $line->stations[$k] ?? 0.0, $pipe->length);
        }

        return Drift::seen($line, ...$chords);
    }

    /** @return array{?LaidLine, bool} the line as it was last marched, and whether it keeps every limit */
    private function placed(Reach $way): array
    {
        // what the search drew in is room for the drift
        [$turn, $band] = [$this->limits->turn * (1 - self::SLACKS[0]), $this->limits->bandM * (1 - self::SLACKS[0]) - 2e-6];
        $pipes = $way->pipes();
        if ($pipes === []) {
            return [null, false];
        }
        $marched = null;
        $stations = [$this->start->station, ...array_map(static fn (Reach $p): float => $p->station, $pipes)];
        $closing = $pipes[count($pipes) - 1]->cutFrom > 0.0;
        $lengths = array_map(static fn (Reach $p): float => round($p->length, 3), $pipes);
        $first = $stations;
        foreach ([true, false] as $pinned) {
            $stations = $first;
            $line = null;
            $share = null;
            for ($round = 0; $round < 3; $round++) {
                $begin = $this->begin($band, $pinned);
                $chain = Chain::of(
                    $this->alignment, $pipes, $stations, $begin->plan ?? Region::point(0.0, 0.0), $begin->profile ?? Region::point(0.0, 0.0), $turn, $band,
                    $pinned,
                );
                $share ??= $chain->least();
                $offsets = $share === null ? null : $chain->place($share);
                if ($offsets === null) {
                    break;
                }
                $line = LaidLine::march($this->alignment, $lengths, $stations, $offsets[0], $offsets[1], $closing ? $this->end : null);
                $stations = $line->stations;
            }
            if ($line !== null && $this->keeps($line)) {
                return [$line, true];
            }
            $marched = $line ?? $marched;
        }

        return [$marched, false];
    }

    /** Whether the exact line keeps band and deflection. */
    private function keeps(LaidLine $line): bool
    {
        $limit = rad2deg($this->limits->turn) * (1 + 1e-9);

        return $line->greatestDeg($this->start->azimuth, $this->start->slope) <= $limit && max([0.0, ...$line->strays()]) <= $this->limits->bandM * (1 + 1e-9);
    }

    private function begin(float $band, bool $pinned): Reach
    {
        [$turn, $slope] = [$this->alignment->plan->at($this->start->station)[2], atan($this->alignment->profile->at($this->start->station)[1])];
        $flat = $this->alignment->profile->isStraight();
        if ($this->start->azimuth !== null) {
            $plan = Region::point($this->start->right, Horizontal::wrap($this->start->azimuth - $turn));
            $profile = Region::point($this->start->up, (float) $this->start->slope - $slope);
        } else {
            $b = $pinned ? 1e-7 : $band;
            $plan = Region::box(-$b, $b, -self::ANY_HEADING, self::ANY_HEADING);
            $profile = $flat ? Region::box(0.0, 0.0, 0.0, 0.0) : Region::box(-1e-7, 1e-7, -self::ANY_HEADING, self::ANY_HEADING);
        }

        return new Reach(null, $this->start->station, 0.0, 0.0, 0, 0.0, [1.0, 0.0], $plan, $profile);
    }
}
