<?php

declare(strict_types=1);

namespace App\Setout;

use App\Procedures\Systems;
use Diastoma\Core\Electrofusion\Coupler;
use Diastoma\Core\Electrofusion\PipeSize;
use Diastoma\Core\Exception\InvalidInput;
use Diastoma\Core\Gasketed\Systems\JointSystem;
use Diastoma\Core\Pipe\PePipe;
use Diastoma\Core\Pipe\Span;

/** A pipe as somebody chooses it: fused PE by its print line, or the pipe of a joint system by its measures. */
final class PipeChoice
{
    /** In place of a joint system: PE pipe joined by electrofusion couplers. */
    public const PE_FUSED = 'pe_fused';

    private const CONVENTIONS = ['metric' => PipeSize::METRIC, 'ips' => PipeSize::IPS, 'dips' => PipeSize::DIPS];

    /**
     * @param  array<string, mixed>  $given  system; dn_mm, pn_bar, od_mm and wall_mm, or of fused PE convention, size and sdr
     * @param  string  $job  id of the job whose systems may be chosen
     * @return array{Span, string} the pipe, and the procedure by which its joints are made
     *
     * @throws InvalidInput if the system is unknown, or the wall cannot be
     */
    public static function of(array $given, string $job): array
    {
        if ($given['system'] === self::PE_FUSED) {
            $pipe = PePipe::of((string) $given['convention'], (float) $given['size'], (float) $given['sdr']);

            return [
                new Span(
                    'PE 100', round($pipe->dnMm), $pipe->sdr, null, $pipe->wallMm, $pipe->largestOdMm, $pipe->smallestOdMm, $pipe->labelSizeMm,
                    self::CONVENTIONS[$pipe->convention],
                ), Coupler::ID,
            ];
        }
        $system = Systems::latestOf($given['system'], $job)
            ?? throw InvalidInput::field('system', 'There is no such joint system. Choose one of the list.', $given['system']);
        $material = $system instanceof JointSystem ? $system->material : $given['material']
            ?? throw InvalidInput::field('material', 'Say what the pipe is of: this fitting takes several.');
        if ($given['wall_mm'] >= $given['od_mm'] / 2) {
            throw InvalidInput::field('wall_mm', 'The wall is thicker than the pipe has room for. Check both measures.', $given['wall_mm'],
                $given['od_mm'] / 2);
        }
        $pn = $given['pn_bar'] ?? null;

        return [
            new Span(
                Span::MATERIALS[$material] ?? $material, (float) $given['dn_mm'], null, $pn === null ? null : (float) $pn,
                (float) $given['wall_mm'], (float) $given['od_mm'],
            ), $system->procedureId(),
        ];
    }
}
