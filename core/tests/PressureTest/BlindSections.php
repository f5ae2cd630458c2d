<?php

declare(strict_types=1);

namespace Core\Tests\PressureTest;

use Diastoma\Core\PressureTest\Acceptance\MakeUp;
use Diastoma\Core\PressureTest\Physics\FilledPipe;
use Diastoma\Core\PressureTest\Physics\Water;
use Diastoma\Core\PressureTest\Reading\Cause;
use Diastoma\Core\PressureTest\Reading\Material;
use Diastoma\Core\PressureTest\Reading\Section;
use Diastoma\Core\Simulation\GaugeFault;
use Diastoma\Core\Simulation\Noise;
use Diastoma\Core\Simulation\SectionRig;

/** Seeded traces of mixed cause and size. The rig's pipe is never quite the pipe of the book: modulus and creep differ by up to a quarter. */
final class BlindSections
{
    private const PIPES = [['pe', 147.0, 16.4], ['pe', 257.0, 28.6], ['pvc', 180.0, 9.6], ['pvc', 285.0, 15.0], ['iron', 306.0, 7.2], ['iron', 156.0, 6.0]];

    /**
     * @return \Generator<int, array{list<Cause>, list<array{t: float, p: float, c: float, added: float}>, Section, float, float}> truth, trace, section,
     *     allowed and true leak in L/h
     */
    public static function all(int $count, int $seed): \Generator
    {
        $random = new Noise($seed);
        for ($k = 0; $k < $count; $k++) {
            [$name, $inside, $wall] = self::PIPES[$k % 6];
            $material = Material::from($name);
            $length = 200 + 1200 * $random->uniform();
            $section = Section::of($material, $length, $inside, $wall);
            $vary = static fn (float $by): float => 1 + $by * (2 * $random->uniform() - 1);
            $size = $vary(0.2);
            $creep = array_map(static fn (array $c): array => [$c[0] * $size * $vary(0.08), $c[1] * $vary(0.15)], $material->creep());
            $test = 700 + 800 * $random->uniform();
            $allowed = MakeUp::as2566LitresPerHour($length / 1000, $inside / 1000, $test / 9.81);
            $kind = intdiv($k, 6) % 8;
            $truth = [];
            $hole = $warming = 0.0;
            $air = 0.02 + 0.1 * $random->uniform();
            $gauge = GaugeFault::None;
            if (in_array($kind, [1, 2, 5], true)) {
                $leak = $allowed * 2.2 * 6 ** $random->uniform();
                $hole = 1000 * sqrt($leak / 3.6e6 / 0.6 / sqrt(2000 * $test / 998.2) * 4 / M_PI);
                $truth[] = Cause::Leak;
            }
            if (in_array($kind, [3, 5], true)) {
                $air = 1.0 + 3 * $random->uniform();
                $truth[] = Cause::Air;
            }
            if (in_array($kind, [4, 6], true)) {
                $warming = ($random->uniform() < 0.5 ? -1 : 1) * (0.25 + 0.5 * $random->uniform());
            }
            if ($kind === 7) {
                $gauge = [GaugeFault::Stuck, GaugeFault::Jump, GaugeFault::Spikes][$k % 3];
                $truth[] = Cause::Gauge;
            }
            $hours = $material === Material::Pe ? 14.0 : 4.0 + 4 * $random->uniform();
            $celsius = 8 + 8 * $random->uniform();
            $effect = abs($warming) * $hours * FilledPipe::kpaPerDegree(
                $inside, $wall, $section->modulusGpa, $section->poisson, $section->expansionPerC, Water::at($celsius),
            );
            if (abs($effect) > 25.0) { // in PVC near 19 °C warmth does next to nothing
                $truth[] = Cause::Temperature;
            }
            $rig = new SectionRig(
                $section->volumeM3(), $inside, $wall, $section->modulusGpa * $vary(0.1), $section->poisson, $section->expansionPerC * $vary(0.05), $creep,
                $celsius, $air, $hole, $warming, $gauge,
            );
            $samples = $rig->run($test, 12 + 10 * $random->uniform(), $hours, 30.0, $seed * 1000 + $k);
            yield [$truth, $samples, $section, $allowed, $hole === 0.0 ? 0.0 : $leak ?? 0.0];
        }
    }
}
