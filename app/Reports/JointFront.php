<?php

declare(strict_types=1);

namespace App\Reports;

use App\Models\Joint;
use App\Procedures\Subject;
use App\Traces\TraceStore;
use Diastoma\Core\Quantity\Unit;
use Diastoma\Core\Quantity\UnitSystem;
use Diastoma\Core\Rulebook\Finding;
use Diastoma\Core\Rulebook\Severity;
use Diastoma\Core\Sitting\FrontPage;

/** Page one of a joint's record is the joint: how it stands, its marks, its roundness and gaps, its trace, its moments, its names, what speaks against it. */
final class JointFront
{
    private const INK = [30, 30, 30];

    private const PALE = [150, 150, 150];

    /** Rings on one row. */
    private const IN_A_ROW = 4;

    /** More than that and the tables have the rest. */
    private const MOST_RINGS = 8;

    private const MOST_MOMENTS = 14;

    private const MOST_NEAR = 5;

    private readonly FrontPage $front;

    private readonly UnitSystem $units;

    public function __construct(private readonly Paper $paper, private readonly Subject $subject, private readonly TraceStore $traces)
    {
        $this->front = new FrontPage($subject->sitting(), $subject->told());
        $this->units = $subject->rulebook()->units;
    }

    public function draw(Joint $joint): void
    {
        $this->standing($joint);
        $this->marks();
        $this->rings();
        $this->trace();
        $this->columns();
    }

    private function standing(Joint $joint): void
    {
        $verdict = $this->subject->verdict();
        $rulebook = $this->subject->rulebook();
        $top = $this->paper->GetY();
        if ($verdict->isComplete() || $verdict->severity() !== Severity::Go) {
            $this->paper->mark($verdict->severity(), 15, $top, 16);
        } else {
            $this->paper->SetLineStyle(['width' => 0.6, 'color' => self::PALE, 'dash' => '2,2']); // nothing is said yet of what is still missing
            $this->paper->Circle(23, $top + 8, 7);
        }
        $this->paper->SetLeftMargin(36);
        $this->paper->SetY($top);
        $this->paper->say('Standing: '.str_replace('_', ' ', $joint->state).($verdict->isComplete() ? '' : ' – evidence still missing'), true);
        $this->paper->say("{$this->subject->procedure->title()} between {$joint->pipe_a} and {$joint->pipe_b}, station {$joint->station_m} m, "
            ."{$joint->main->pipeSaid()}. Judged by rulebook {$rulebook->title}, version {$rulebook->version}.");
        $this->paper->SetLeftMargin(15);
        $this->paper->SetY(max($this->paper->GetY(), $top + 18));
    }

    /** The end of the pipe to scale along it, with every mark that was read. */
    private function marks(): void
    {
        $marks = array_values(array_filter($this->front->marks(), static fn (array $m): bool => $m['mm'] > 0.0));
        if ($marks === []) {
            return;
        }
        $this->paper->section('Marks, from the end of the pipe');
        $top = $this->paper->GetY();
        $lines = count($marks);
        $bar = $top + 4.2 * $lines;
        $scale = 150 / (1.12 * max(array_column($marks, 'mm')));
        $this->paper->SetFillColor(214, 222, 228);
        $this->paper->Rect(15, $bar, 180, 9, 'F');
        foreach ($marks as $k => $mark) {
            $x = 15 + $scale * $mark['mm'];
            $y = $top + 4.2 * $k;
            $this->paper->SetLineStyle(['width' => 0.5, 'color' => [164, 70, 30]]);
            $this->paper->Line($x, $y + 1.2, $x, $bar + 9);
            $said = "{$mark['title']}: {$this->units->print($mark['mm'], Unit::Millimetre)}";
            $x > 105 ? $this->small($said, 15, $y, $x - 16.5, 'R') : $this->small($said, $x + 1.5, $y, 194 - $x);
        }
        $this->paper->SetLineStyle(['width' => 0.3, 'color' => self::INK]);
        $this->paper->Line(15, $bar - 1, 15, $bar + 10);
        $this->paper->SetY($bar + 12);
    }

    /** Roundness and gaps: each value where it was read, the shape drawn so that its difference shows. */
    private function rings(): void
    {
        $rings = array_slice($this->front->rings(), 0, self::MOST_RINGS);
        if ($rings === []) {
            return;
        }
        $this->paper->section('Round the pipe');
        foreach (array_chunk($rings, self::IN_A_ROW) as $row) {
            $this->paper->keep(46);
            $top = $this->paper->GetY();
            foreach ($row as $k => $ring) {
                $this->ring($ring, 15 + 45 * $k + 22.5, $top + 20);
            }
            $this->paper->SetY($top + 46);
        }
    }

    /** @param  array{title: string, values: non-empty-list<float>, unit: Unit, is_across: bool, severity: Severity}  $ring */
    private function ring(array $ring, float $x, float $y): void
    {
        $values = $ring['is_across'] ? [...$ring['values'], ...$ring['values']] : $ring['values'];
        $n = count($values);
        [$low, $high] = [min($values), max($values)];
        $this->paper->SetLineStyle(['width' => 0.15, 'color' => self::PALE, 'dash' => '1,1']);
        $this->paper->Circle($x, $y, 11);
        $points = [];
        foreach ($values as $k => $value) {
            $angle = 2 * M_PI * $k / $n;
            $r = $high > $low ? 9.5 + 3 * ($value - $low) / ($high - $low) : 11.0;
            $points[] = $x + $r * sin($angle);
            $points[] = $y - $r * cos($angle);
            if (! $ring['is_across'] || $k < $n / 2) {
                $at = 16.2;
                $this->small($this->figure($value, $ring['unit']), $x + $at * sin($angle) - 6, $y - $at * cos($angle) - 1.5, 12, 'C', 5.5);
            }
        }
        $this->paper->SetLineStyle(['width' => 0.6, 'color' => self::INK, 'dash' => 0]);
        $n > 2 ? $this->paper->Polygon($points) : null;
        $this->paper->mark($ring['severity'], $x - 2.5, $y - 2.5, 5);
        $spread = $ring['is_across'] ? 'widest less narrowest ' : 'largest ';
        $figure = $this->units->print($ring['is_across'] ? $high - $low : $high, $ring['unit']);
        $this->small($ring['title'], $x - 22, $y + 18.5, 44, 'C', 6);
        $this->small($spread.$figure, $x - 22, $y + 22, 44, 'C', 6);
    }

    /** Without its unit: that stands once, under the ring. */
    private function figure(float $value, Unit $unit): string
    {
        return explode(' ', $this->units->print($value, $unit))[0];
    }

    /** The longest fusion: it is the joint; those of restraints and preheats stand behind. */
    private function trace(): void
    {
        $fusions = FusionsOf::subject($this->subject);
        usort($fusions, static fn (array $a, array $b): int => (float) ($b['record']['duration_s'] ?? 0) <=> (float) ($a['record']['duration_s'] ?? 0));
        $record = $fusions[0]['record'] ?? [];
        $samples = isset($record['trace']) ? $this->traces->read('fusion', (string) $record['trace']) : [];
        if ($samples === []) {
            return;
        }
        $name = $fusions[0]['title'] === '' ? '' : " · {$fusions[0]['title']}";
        $this->paper->section("Trace{$name}: ".($record['diagnosis']['title'] ?? 'not diagnosed'));
        $this->paper->plot(array_map(static fn (array $s): array => [(float) $s['t'], (float) $s['i']], $samples), 'time, s', 'current, A', [], 28);
    }

    /** Moments on the left; names, and what speaks against it, on the right. */
    private function columns(): void
    {
        $moments = $this->front->moments();
        $names = $this->front->names();
        $against = $this->front->against();
        $shown = array_slice($moments, -self::MOST_MOMENTS);
        $this->paper->keep(min(60, 14 + 4.2 * max(count($shown), count($names) + 2)));
        $top = $this->paper->GetY() + 2;
        $shown !== [] && $this->small('Moments'.(count($moments) > count($shown) ? ', the last of '.count($moments) : ''), 15, $top, 85, 'L', 9, 'B');
        $y = $top + 6;
        $zone = new \DateTimeZone($this->subject->job->time_zone);
        foreach ($shown as $moment) {
            $this->small($moment['at']->setTimezone($zone)->format('Y-m-d H:i:s'), 15, $y, 30);
            $y = $this->small($moment['title'], 45, $y, 58);
        }
        $right = $top;
        $left = $shown === [] ? 15 : 108;
        if ($names !== []) {
            $this->small('Made by', $left, $right, 85, 'L', 9, 'B');
            $right += 6;
        }
        foreach ($names as $who) {
            $right = $this->small("{$who['name']}: {$who['did']}", $left, $right, 87);
        }
        $right += 2;
        $none = $this->subject->verdict()->isComplete() ? 'Nothing speaks against it.' : 'Nothing speaks against it so far.';
        $this->small($against === [] ? $none : 'What speaks against it', $left, $right, 87, 'L', 9, 'B');
        $right += 6;
        foreach (array_slice($against, 0, 6) as $finding) {
            $this->paper->mark($finding->severity, $left, $right, 4);
            $overrule = $finding->overrule();
            $right = $this->small($finding->said.($overrule === null ? '' : " Overruled by {$overrule->by}."), $left + 6, $right, 81);
        }
        if (count($against) > 6) {
            $right = $this->small('and '.(count($against) - 6).' more behind', $left + 6, $right, 81);
        }
        foreach ($this->nearest() as $k => $said) {
            $k === 0 && $right = $this->small('Nearest to a limit', $left, $right + 2, 87, 'L', 9, 'B') + 1.5;
            $right = $this->small($said, $left, $right, 87);
        }
        $this->paper->SetY(max($y, $right) + 2);
    }

    /** @return list<string> how much room the tightest figures leave */
    private function nearest(): array
    {
        $said = array_values(array_unique(array_map(static fn (Finding $f): string => $f->said, $this->front->nearest())));

        return array_slice($said, 0, self::MOST_NEAR);
    }

    /** @return float where the next line begins, mm */
    private function small(string $text, float $x, float $y, float $width, string $align = 'L', float $size = 7, string $style = ''): float
    {
        $this->paper->setFont('dejavusans', $style, $size);
        $this->paper->MultiCell($width, 4.2, $text, 0, $align, false, 1, $x, $y);

        return $this->paper->GetY();
    }
}
