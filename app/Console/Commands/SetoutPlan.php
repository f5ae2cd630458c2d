<?php

declare(strict_types=1);

namespace App\Console\Commands;

use App\Imports\AlignmentFile;
use Diastoma\Core\Exception\InvalidInput;
use Diastoma\Core\Layout\PlanLimits;
use Diastoma\Core\Layout\Planner;

/** Plans the pipes of an alignment in a file. Exit 0 with JSON on standard output, 2 with a problem object on standard error. */
final class SetoutPlan extends JsonCommand
{
    protected $signature = 'setout:plan {alignment : CSV, GeoJSON or LandXML; - for standard input} {--lengths=6,12 : Pipe lengths on stock, m; with '
        .'counts as 12x40,6x10} {--allowed= : Greatest joint deflection, degrees} {--share=0.8 : Share of it that is used} {--band=50 : Furthest from the '
            .'alignment, mm} {--cut-min= : Shortest cut piece, m; nothing is cut without} {--cut-closing-only : Cut only to close the line, not wherever '
                .'it saves a pipe}';

    protected $description = 'Chooses pipes and joint places along an alignment: pipes, joints, deflections, offsets, count and lower bound';

    public function handle(): int
    {
        return $this->answer(function (): array {
            $text = self::text((string) $this->argument('alignment'), 'alignment');
            $cutMin = $this->option('cut-min') === null ? null : $this->number('cut-min');
            $anywhere = ! $this->option('cut-closing-only');
            $limits = PlanLimits::of($this->stock(), $this->number('allowed'), $this->number('share'), $this->number('band'), $cutMin, $anywhere);

            return Planner::plan(AlignmentFile::of($text)->alignment(), $limits)->toArray();
        });
    }

    /** @return list<array{length_m: float, count: ?int}> */
    private function stock(): array
    {
        $stock = [];
        foreach (array_filter(explode(',', (string) $this->option('lengths')), static fn (string $part): bool => trim($part) !== '') as $part) {
            if (preg_match('/\A\s*(\d+(?:\.\d+)?)\s*(?:[x×]\s*(\d+))?\s*\z/u', $part, $m) !== 1) {
                throw InvalidInput::field('lengths', "“{$part}” is no pipe length. Write 6,12 or, with counts, 12x40,6x10.", $part);
            }
            $stock[] = ['length_m' => (float) $m[1], 'count' => isset($m[2]) ? (int) $m[2] : null];
        }

        return $stock;
    }

    private function number(string $option): float
    {
        $value = $this->option($option);

        return is_numeric($value) ? (float) $value : throw InvalidInput::field($option, "--{$option} is missing or not a number.", $value);
    }
}
