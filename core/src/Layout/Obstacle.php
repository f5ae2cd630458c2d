<?php

declare(strict_types=1);

namespace Diastoma\Core\Layout;

use Diastoma\Core\Layout\Path\Turn;

/** A place where no sequence of pipes stays within the limits, and the stock bends that would turn there. */
final readonly class Obstacle
{
    private const STOCK_DEG = [90.0, 45.0, 22.5, 11.25];

    private const MOST_BENDS = 4;

    /** @param  list<float>  $bendsDeg  stock bends, the largest first; empty where none is near */
    private function __construct(
        public float $fromM, public float $toM, public float $turnDeg, public bool $inPlan, public array $bendsDeg, public string $said,
    ) {
    }

    /** The sharpest place that a pipe laid on from a station would meet; null when nothing there bends: then it is the lengths that do not fit. */
    public static function after(Alignment $alignment, float $station, PlanLimits $limits): ?self
    {
        $worst = null;
        foreach ([[true, $alignment->plan->turns()], [false, $alignment->profile->turns($alignment->to())]] as [$inPlan, $turns]) {
            foreach (self::clustered($turns, $limits) as $turn) {
                $meets = $turn->to >= $station - 0.5 && $turn->from <= $station + $limits->longest() + 0.5;
                if ($meets && abs($turn->angle) > 0.2 * $limits->turn && ($worst === null || abs($turn->angle) > abs($worst[1]->angle))) {
                    $worst = [$inPlan, $turn];
                }
            }
        }

        return $worst === null ? null : self::of($worst[1], $worst[0], $limits);
    }

    private static function of(Turn $turn, bool $inPlan, PlanLimits $limits): self
    {
        $degrees = rad2deg($turn->angle);
        $share = rad2deg($limits->turn);
        $bends = self::bends(abs($degrees), 2 * $share);
        $point = $turn->length() < 0.5 * $limits->shortest();
        $middle = ($turn->from + $turn->to) / 2;
        $where = $point ? 'At station '.self::print($middle).' m' : 'Between stations '.self::print($turn->from).' and '.self::print($turn->to).' m';
        $way = $inPlan ? ($degrees > 0 ? 'right' : 'left') : ($degrees > 0 ? 'up' : 'down');
        $names = implode(' + ', array_map(self::name(...), $bends));
        $rest = abs($degrees) - array_sum($bends);

        return new self($point ? $middle : $turn->from, $point ? $middle : $turn->to, $degrees, $inPlan, $bends,
            "{$where} the line turns ".self::print(abs($degrees))."° {$way}; no sequence of pipes does that within ".self::print($share).'° a joint and '
                .self::print(1000 * $limits->bandM).' mm of the alignment. '
            .match (true) {
                $bends === [] => 'No stock bend is near it: draw a longer curve, or allow shorter pieces.',
                abs($rest) < 0.005 => "Stock bend: {$names}.",
                abs($rest) <= 2 * $share => "Stock bend: {$names}; the joints beside it take the other ".self::print(abs($rest)).'°'
                    .($rest < 0 ? ' back.' : '.'),
                default => "Nearest stock bend: {$names}; it misses the turn by ".self::print(abs($rest))
                    .'°, more than the joints beside it take: move the alignment to suit the bend.',
            }
            .($point ? '' : ' Draw the alignment with corners at the bends: an arc this tight cannot be followed.'));
    }

    /** @return list<float> as few stock bends as leave no more than the joints beside them take */
    private static function bends(float $turnDeg, float $restDeg): array
    {
        $best = [];
        $rest = $turnDeg;
        foreach (self::sums(self::MOST_BENDS) as $bends) {
            $left = abs($turnDeg - array_sum($bends));
            if (
                ($left <= $restDeg && ($rest > $restDeg || count($bends) < count($best) || count($bends) === count($best) && $left < $rest))
                || $rest > $restDeg && $left < $rest - 1e-9
            ) {
                [$best, $rest] = [$bends, $left];
            }
        }

        return $best;
    }

    /** @return list<non-empty-list<float>> every combination of up to so many bends, the fewest first */
    private static function sums(int $most): array
    {
        $all = $last = array_map(static fn (float $bend): array => [$bend], self::STOCK_DEG);
        for ($n = 2; $n <= $most; $n++) {
            $next = [];
            foreach ($last as $bends) {
                foreach (self::STOCK_DEG as $bend) {
                    if ($bend <= min($bends)) {
                        $next[] = [...$bends, $bend];
                    }
                }
            }
            array_push($all, ...$next);
            $last = $next;
        }

        return $all;
    }

    /**
     * Corners closer than a pipe, turning the same way, are one bend in many points.
     *
     * @param  list<Turn>  $turns
     * @return list<Turn>
     */
    private static function clustered(array $turns, PlanLimits $limits): array
    {
        /** @var list<Turn> $clusters */
        $clusters = [];
        foreach ($turns as $turn) {
            $last = array_pop($clusters);
            if ($last !== null && $turn->from - $last->to < $limits->shortest() && $last->turnsLike($turn)) {
                $clusters[] = $last->with($turn);
            } else {
                array_push($clusters, ...$last === null ? [] : [$last], ...[$turn]);
            }
        }

        return $clusters;
    }

    private static function print(float $value): string
    {
        return rtrim(rtrim(number_format($value, 2, '.', ''), '0'), '.');
    }

    private static function name(float $bend): string
    {
        return match ($bend) {
            11.25 => '11¼°', 22.5 => '22½°', default => self::print($bend).'°'
        };
    }

    /** @return array<string, mixed> */
    public function toArray(): array
    {
        return [
            'from_station_m' => $this->fromM, 'to_station_m' => $this->toM, 'turn_deg' => $this->turnDeg, 'plane' => $this->inPlan ? 'plan' : 'profile',
            'bends_deg' => $this->bendsDeg, 'said' => $this->said,
        ];
    }
}
