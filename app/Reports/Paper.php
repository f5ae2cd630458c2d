<?php

declare(strict_types=1);

namespace App\Reports;

use App\Journal\Anchor;
use App\Models\Job;
use Diastoma\Core\Rulebook\Severity;

/** One look for every printed record: A4, a heading band, tables, the governing note and page numbers. */
final class Paper extends \TCPDF
{
    private const GOVERNS = "Makers' instructions, the owner's specification and local code govern over every figure here.";

    private string $heading = '';

    private string $subheading = '';

    public static function named(string $heading, string $subheading): self
    {
        $paper = new self('P', 'mm', 'A4', true, 'UTF-8');
        $paper->tcpdflink = false;
        $paper->heading = $heading;
        $paper->subheading = $subheading;
        $paper->SetCreator('Diastoma');
        $paper->SetTitle($heading);
        $paper->setMargins(15, 30, 15);
        $paper->setAutoPageBreak(true, 20);
        $paper->AddPage();

        return $paper;
    }

    public function Header(): void
    {
        $this->SetFillColor(34, 48, 58);
        $this->Rect(0, 0, 210, 22, 'F');
        $this->SetTextColor(255, 255, 255);
        $this->setFont('dejavusans', 'B', 14);
        $this->Text(15, 5, $this->heading);
        $this->setFont('dejavusans', '', 8);
        $this->Text(15, 13, $this->subheading);
        $this->SetTextColor(30, 30, 30);
    }

    public function Footer(): void
    {
        $this->SetY(-15);
        $this->setFont('dejavusans', '', 6.5);
        $this->SetTextColor(90, 90, 90);
        $this->Cell(150, 4, self::GOVERNS);
        $this->Cell(30, 4, 'Page '.$this->getAliasNumPage().' of '.$this->getAliasNbPages(), 0, 0, 'R');
        $this->SetTextColor(30, 30, 30);
    }

    /** Begins a new page where less than so much is left of this one, mm. */
    public function keep(float $height): void
    {
        if ($this->GetY() + $height > 275) {
            $this->AddPage();
        }
    }

    /**
     * Closes a record with the hash that the job's journal closes with, as text and as a square code: whoever holds the paper can tell whether the journal
     * was changed since.
     */
    public function seal(Job $job): void
    {
        $anchor = Anchor::of($job->refresh());
        $this->keep(34);
        $this->section('Closing hash of the journal');
        $top = $this->GetY();
        $this->write2DBarcode($anchor->line(), 'QRCODE,M', 15, $top, 24, 24, ['padding' => 0]);
        $this->SetLeftMargin(44);
        $this->SetY($top);
        $this->say("Job {$anchor->name}, {$anchor->seq} entries on {$anchor->at}, SHA-256 {$anchor->hash}. The square code holds it as a line that "
            .'journal:verify --anchors reads: it tells whether the journal was cut or changed since.');
        $this->SetLeftMargin(15);
        $this->SetY($top + 26);
    }

    public function section(string $text): void
    {
        $this->keep(20);
        $this->Ln(2);
        $this->setFont('dejavusans', 'B', 10);
        $this->SetLineStyle(['width' => 0.2, 'color' => [30, 30, 30], 'dash' => 0]);
        $this->Cell(0, 6, $text, 'B', 1);
        $this->Ln(1);
    }

    /**
     * @param  list<int>  $widths  mm, 180 in all
     * @param  list<string>  $head
     * @param  array<list<string>>  $rows
     */
    public function table(array $widths, array $head, array $rows): void
    {
        $this->setFont('dejavusans', 'B', 7);
        $this->SetFillColor(236, 228, 219);
        foreach ($head as $i => $text) {
            $this->Cell($widths[$i], 5, $text, 0, $i === count($head) - 1 ? 1 : 0, 'L', true);
        }
        $this->setFont('dejavusans', '', 7);
        foreach ($rows as $row) {
            $height = 4.2;
            foreach ($row as $i => $text) {
                $height = max($height, $this->getStringHeight($widths[$i], $text));
            }
            if ($this->GetY() + $height > 275) {
                $this->AddPage();
            }
            $top = $this->GetY();
            foreach ($row as $i => $text) {
                $this->MultiCell($widths[$i], $height, $text, 0, 'L', false, $i === count($row) - 1 ? 1 : 0);
            }
            $this->SetLineStyle(['width' => 0.1, 'color' => [190, 180, 168]]);
            $this->Line(15, $top + $height, 195, $top + $height);
            $this->SetY($top + $height + 0.4);
        }
        $this->Ln(2);
    }

    /** How something stands, by the shape that the screens have: ring, half-filled ring, notched square, barred square. */
    public function mark(Severity $severity, float $x, float $y, float $size): void
    {
        [$r, $mid] = [$size / 2, $size / 2];
        $colour = match ($severity) {
            Severity::Go => [22, 96, 62], Severity::Watch => [122, 86, 0], Severity::Mend => [164, 70, 30], Severity::Stop => [150, 20, 30],
        };
        $this->SetFillColor(...$colour);
        $this->SetLineStyle(['width' => $size / 10, 'color' => $colour, 'dash' => 0]);
        match ($severity) {
            Severity::Go => $this->Circle($x + $mid, $y + $mid, $r * 0.85),
            Severity::Watch => [$this->Circle($x + $mid, $y + $mid, $r * 0.85), $this->PieSector($x + $mid, $y + $mid, $r * 0.85, 270, 90, 'F')],
            Severity::Mend => $this->Polygon(array_map(static fn (float $v, int $k): float => ($k % 2 === 0 ? $x : $y) + $v * $size, [
                0, 0, 1, 0, 1, 1, 0.68, 1, 0.5, 0.68, 0.32, 1, 0, 1,
            ], range(0, 13)), 'F'),
            Severity::Stop => [
                $this->Rect($x, $y, $size, $size, 'F'), $this->SetFillColor(255, 255, 255), $this->Rect($x + 0.15 * $size, $y + 0.42 * $size, 0.7 * $size,
                    0.16 * $size, 'F'),
            ],
        };
        if ($severity === Severity::Go) {
            $this->Line($x + 0.3 * $size, $y + 0.52 * $size, $x + 0.44 * $size, $y + 0.66 * $size);
            $this->Line($x + 0.44 * $size, $y + 0.66 * $size, $x + 0.7 * $size, $y + 0.37 * $size);
        }
    }

    public function say(string $text, bool $strong = false): void
    {
        $this->setFont('dejavusans', $strong ? 'B' : '', $strong ? 11 : 8);
        $this->MultiCell(0, 5, $text, 0, 'L');
    }

    /**
     * A curve in a box, drawn as lines.
     *
     * @param  list<array{float, float}>  $points
     * @param  array<array{float, float, string}>  $bands  from, to and name along x
     */
    public function plot(array $points, string $xTitle, string $yTitle, array $bands = [], float $height = 60): void
    {
        if (count($points) < 2) {
            return;
        }
        $this->keep($height + 16); // a curve stands on one page
        [$left, $top, $width] = [27.0, $this->GetY() + 2, 165.0];
        $xs = array_column($points, 0);
        $ys = array_column($points, 1);
        [$x0, $x1, $y0, $y1] = [min($xs), max($xs), min(0.0, min($ys)), max($ys) * 1.05];
        $px = static fn (float $x): float => $left + ($x - $x0) / max(1e-9, $x1 - $x0) * $width;
        $py = static fn (float $y): float => $top + $height - ($y - $y0) / max(1e-9, $y1 - $y0) * $height;
        $this->setFont('dejavusans', '', 6);
        foreach ($bands as $k => [$from, $to, $name]) {
            $k % 2 === 0 ? $this->SetFillColor(246, 241, 235) : $this->SetFillColor(236, 228, 219);
            $this->Rect($px($from), $top, max(0.1, $px($to) - $px($from)), $height, 'F');
            if ($px($to) - $px($from) > 12) {
                $this->Text($px($from) + 1, $top + 1, $name);
            }
        }
        $this->SetLineStyle(['width' => 0.1, 'color' => [150, 150, 150]]);
        for ($k = 0; $k <= 4; $k++) {
            $y = $y0 + ($y1 - $y0) * $k / 4;
            $this->Line($left, $py($y), $left + $width, $py($y));
            $this->Text($left - 12, $py($y) - 1.5, number_format($y, $y1 > 20 ? 0 : 2, '.', ''));
            $x = $x0 + ($x1 - $x0) * $k / 4;
            $this->Text($px($x) - 3, $top + $height + 1, number_format($x, $x1 > 20 ? 0 : 2, '.', ''));
        }
        $this->SetLineStyle(['width' => 0.35, 'color' => [164, 70, 30]]);
        $step = max(1, intdiv(count($points), 1500));
        for ($k = $step; $k < count($points); $k += $step) {
            $this->Line($px($points[$k - $step][0]), $py($points[$k - $step][1]), $px($points[$k][0]), $py($points[$k][1]));
        }
        $this->SetLineStyle(['width' => 0.2, 'color' => [0, 0, 0]]);
        $this->Text($left, $top + $height + 4.5, $xTitle.'  ·  '.$yTitle);
        $this->SetY($top + $height + 10);
    }

    /**
     * A line of levels with named points on it.
     *
     * @param  non-empty-list<array{float, float}>  $points  station and level
     * @param  list<array{float, string}>  $marks  station and name; drawn as ticks on the line
     */
    public function profile(array $points, array $marks, string $title, float $height = 34): void
    {
        $this->plot(array_map(static fn (array $p): array => [$p[0], $p[1] - min(array_column($points, 1))], $points), 'station', $title, [], $height);
        $xs = array_column($points, 0);
        $after = $this->GetY();
        [$left, $width, $bottom] = [27.0, 165.0, $after - 10];
        $this->setFont('dejavusans', '', 5.5);
        $this->SetLineStyle(['width' => 0.25, 'color' => [34, 48, 58]]);
        foreach ($marks as $k => [$station, $name]) {
            $x = $left + ($station - min($xs)) / max(1e-9, max($xs) - min($xs)) * $width;
            $this->Line($x, $bottom - $height, $x, $bottom - $height + 3);
            $this->Text(min($left + $width - 18, $x), $bottom - $height + 1 + 2.6 * ($k % 3), $name);
        }
        $this->SetY($after);
    }

    public function bytes(): string
    {
        return (string) $this->Output('', 'S');
    }
}
