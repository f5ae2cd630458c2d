<?php

declare(strict_types=1);

namespace Diastoma\Core\Mechanical\Bolting;

use Diastoma\Core\Exception\InvalidInput;
use Diastoma\Core\Rulebook\Source;

/** How a circle of bolts is brought to its torque: rising passes in a star, then a round at full torque. */
final readonly class BoltPlan
{
    /** 30 – 60 – 100 %, then a round at 100 %. ASME PCC-1 legacy pattern (value from memory). */
    public const SHARES = [0.3, 0.6, 1.0, 1.0];

    /**
     * @param  non-empty-list<array{share: float, torque_nm: float, order: non-empty-list<int>, is_round: bool}>  $passes
     * @param  ?float  $maximumNm  what no reading may pass; null where nobody has said
     */
    private function __construct(public int $bolts, public float $targetNm, public ?float $maximumNm, public array $passes)
    {
    }

    /**
     * @param  non-empty-list<float>  $shares  of the torque, pass by pass; the last of several is gone round the circle
     *
     * @throws InvalidInput if the torque is not above 0, or so many bolts cannot be
     */
    public static function of(int $bolts, float $targetNm, ?float $maximumNm = null, array $shares = self::SHARES): self
    {
        if (! is_finite($targetNm) || $targetNm <= 0.0) {
            throw InvalidInput::field('target_nm', "The torque is {$targetNm} N·m; it must be more than 0.", $targetNm, 0);
        }
        $passes = [];
        foreach ($shares as $k => $share) {
            $isRound = $k > 0 && $k === count($shares) - 1;
            $passes[] = [
                'share' => $share, 'torque_nm' => $share * $targetNm, 'order' => $isRound ? Order::circle($bolts) : Order::star($bolts), 'is_round' => $isRound,
            ];
        }

        return new self($bolts, $targetNm, $maximumNm, $passes);
    }

    public function last(): int
    {
        return count($this->passes);
    }

    public function torqueNm(int $pass): float
    {
        return ($this->passes[$pass - 1] ?? $this->passes[0])['torque_nm'];
    }

    public static function source(): Source
    {
        return Source::fromMemory('ASME PCC-1', 'legacy pattern: rising passes, then a round');
    }
}
