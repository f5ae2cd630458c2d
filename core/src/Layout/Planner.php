<?php

declare(strict_types=1);

namespace Diastoma\Core\Layout;

use Diastoma\Core\Layout\Search\Reach;

/**
 * Chooses pipes and joint places for an alignment: least number of pipes, then least cutting, then least greatest deflection, every joint within its share and
 * every pipe within the band. Where that cannot be, it says where, and which stock bend would turn there, and goes on beyond it.
 */
final class Planner
{
    private const MOST_OBSTACLES = 50;

    /** Above this number of pipes, pieces are cut elsewhere than at the end only where whole pipes do not do. */
    private const LONG = 150;

    /** @var list<PlannedPipe> */
    private array $pipes = [];

    /** @var list<PlannedJoint> */
    private array $joints = [];

    /** @var list<Obstacle> */
    private array $obstacles = [];

    private function __construct(private readonly Alignment $alignment, private readonly PlanLimits $limits)
    {
    }

    public static function plan(Alignment $alignment, PlanLimits $limits, ?Start $start = null): Plan
    {
        return (new self($alignment, $limits))->run($start ?? Start::ofLine($alignment));
    }

    private function run(Start $start): Plan
    {
        $bound = LowerBound::of($this->alignment, $this->limits, $start->station);
        $said = '';
        $complete = false;
        for ($k = 0; $k < self::MOST_OBSTACLES; $k++) {
            [$solved, $furthest] = $this->solved($start);
            if ($solved !== null) {
                $this->take($solved[0], $solved[1], $start, 'end');
                $complete = true;
                break;
            }
            $obstacle = Obstacle::after($this->alignment, $furthest, $this->limits);
            if ($obstacle === null || $obstacle->fromM <= $start->station + $this->limits->shortest()) {
                $said = $this->stuck($furthest, $obstacle, $start);
                break;
            }
            $before = (new Stretch($this->alignment, $this->limits->closingWithCut(), $start, $obstacle->fromM))->solve();
            if ($before === null) {
                $said = 'No sequence of pipes reaches the bend at station '.round($obstacle->fromM, 2).' m either. '.$obstacle->said;
                break;
            }
            $this->obstacles[] = $obstacle;
            $this->take($before[0], $before[1], $start, 'bend');
            $start = Start::at($obstacle->toM);
        }

        return new Plan(
            $this->alignment, $this->limits, $this->pipes, $this->joints, $this->obstacles, $bound, $complete && $this->obstacles === [],
            $said !== '' ? $said : $this->summary(),
        );
    }

    /**
     * With pieces cut anywhere a line may need fewer pipes, and far more ways must be tried: the line cut only to close is planned first, and kept unless
     * that is better.
     *
     * @return array{array{list<Reach>, LaidLine}|null, float} pipes and line, and how far the search came where there are none
     */
    private function solved(Start $start): array
    {
        $plain = new Stretch($this->alignment, $this->limits->cutOnlyToClose(), $start, $this->alignment->to());
        $solved = $plain->solve();
        if (! $this->limits->cutAnywhere || $solved !== null && count($solved[0]) > self::LONG) {
            return [$solved, $plain->furthest];
        }
        $free = new Stretch($this->alignment, $this->limits, $start, $this->alignment->to());
        $better = $free->solve($solved === null ? 9 : 2);

        return [$better !== null && ($solved === null || count($better[0]) < count($solved[0])) ? $better : $solved, max($plain->furthest, $free->furthest)];
    }

    private function stuck(float $furthest, ?Obstacle $obstacle, Start $start): string
    {
        if ($obstacle !== null) {
            $this->obstacles[] = $obstacle;

            return $obstacle->said;
        }
        if (! $start->isFresh() && $furthest <= $start->station + 1e-6) {
            return 'From where the last pipe lies no sequence comes back into the band within the share of deflection. Allow a wider band or a larger '
                .'share for the way back, or relay the last pipe.';
        }

        return 'The pipes on stock run out, or no cut piece may close the line, at station '.round($furthest, 2).' m. Add pipes, or allow a shorter cut piece.';
    }

    private function summary(): string
    {
        $n = count($this->obstacles);

        return $n === 0 ? ''
            : ($n === 1 ? 'One bend is needed.' : "{$n} bends are needed.").' Take the length of each bend, by its maker, off the pipes beside it.';
    }

    /** @param  list<Reach>  $reaches */
    private function take(array $reaches, LaidLine $line, Start $start, string $ends): void
    {
        $strays = $line->strays();
        $turns = $line->deflections($start->azimuth, $start->slope);
        if ($start->isFresh()) {
            array_unshift($turns, [0.0, 0.0]);
        }
        $turns[] = [0.0, 0.0];
        $n = count($reaches);
        foreach ($reaches as $k => $reach) {
            $length = $line->places[$k]->distanceTo($line->places[$k + 1]);
            $this->pipes[] = new PlannedPipe(
                count($this->pipes) + 1, count($this->joints) + $k, $reach->cutFrom > 0.0 ? round($length, 4) : $reach->length, $reach->cutFrom,
                $line->stations[$k], $line->stations[$k + 1], $strays[$k],
            );
        }
        for ($k = 0; $k <= $n; $k++) {
            $at = $this->alignment->locate($line->places[$k], $line->stations[$k]);
            $next = $k < $n ? $k : $n - 1;
            $kind = match (true) {
                $k === $n => $ends, $k > 0 || ! $start->isFresh() => 'joint', default => 'start'
            };
            $azimuth = rad2deg($line->places[$next]->azimuthTo($line->places[$next + 1]));
            $this->joints[] = new PlannedJoint(
                count($this->joints), $kind, $at['station_m'], $line->places[$k], $turns[$k][0], $turns[$k][1], $at['right_m'], $at['up_m'],
                $k < $n ? $this->pipes[count($this->pipes) - $n + $k]->lengthM : null, $azimuth < 0 ? $azimuth + 360 : $azimuth,
            );
        }
    }
}
