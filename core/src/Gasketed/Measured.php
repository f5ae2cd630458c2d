<?php

declare(strict_types=1);

namespace Diastoma\Core\Gasketed;

use Diastoma\Core\Exception\InvalidInput;
use Diastoma\Core\Pipe\JointDeflection;
use Diastoma\Core\Procedure\Situation;

/** The deflection of a joint as the crew measured it, in two parts: right and up are positive. */
final readonly class Measured
{
    public const STRAIGHT = 'left straight';

    public const GAPS = 'gaps round the joint';

    public const OFFSET = 'offset of the far end';

    public const WAYS = [self::STRAIGHT, self::GAPS, self::OFFSET];

    /** Gaps that lie further off any tilt were read wrong, mm. Common practice: no figure published. */
    private const SCATTER_MM = 2.0;

    private function __construct(public float $horizontalDeg, public float $verticalDeg, public float $residualMm)
    {
    }

    /** Whether the gaps fit no deflection at all. */
    public function scatters(): bool
    {
        return $this->residualMm > self::SCATTER_MM;
    }

    public function angleDeg(): float
    {
        return JointDeflection::combined($this->horizontalDeg, $this->verticalDeg);
    }

    /**
     * @return ?self null while it has not been measured
     *
     * @throws InvalidInput if the offset is longer than the pipe
     */
    public static function of(Situation $s): ?self
    {
        return match ($s->readings->text('deflection_by')) {
            self::STRAIGHT => new self(0.0, 0.0, 0.0),
            self::GAPS => self::fromGaps($s),
            self::OFFSET => self::fromOffset($s),
            default => null,
        };
    }

    /** @return list<string> keys of the readings it was made of */
    public static function keys(Situation $s): array
    {
        return match ($s->readings->text('deflection_by')) {
            self::GAPS => ['joint_gaps_mm'],
            self::OFFSET => ['far_offset_right_mm', 'far_offset_up_mm'],
            default => ['deflection_by'],
        };
    }

    private static function fromGaps(Situation $s): ?self
    {
        $gaps = $s->readings->series('joint_gaps_mm');
        if ($gaps === null) {
            return null;
        }
        $fit = JointDeflection::fitted($gaps, Made::odMm($s));
        $parts = $fit->parts() ?? ['horizontal_deg' => $fit->angleDeg, 'vertical_deg' => 0.0];

        return new self($parts['horizontal_deg'], $parts['vertical_deg'], $fit->residualMm);
    }

    private static function fromOffset(Situation $s): ?self
    {
        $right = $s->readings->number('far_offset_right_mm');
        $up = $s->readings->number('far_offset_up_mm');
        $length = $s->readings->number('laid_length_m') ?? $s->facts->maybe('pipe_length_m');
        if ($right === null || $up === null || $length === null) {
            return null;
        }
        $h = JointDeflection::fromOffset($right, $length)->angleDeg;
        $v = JointDeflection::fromOffset($up, $length)->angleDeg;

        return new self($right < 0 ? -$h : $h, $up < 0 ? -$v : $v, 0.0);
    }
}
