<?php

declare(strict_types=1);

namespace App\Pages;

use App\Models\Job;
use App\Models\Reject;
use App\Models\Work;
use App\Procedures\Arrived;
use Diastoma\Core\Quantity\Unit;
use Diastoma\Core\Sitting\Kind;
use Diastoma\Core\Yard\Delivery;
use Diastoma\Core\Yard\Stock;

/** What lies in the yard of a job, what its lines still need, and what came when. */
final class YardPage
{
    private const MOST = 500;

    /** @return array<string, mixed> */
    public static function of(Job $job): array
    {
        $arrived = new Arrived($job);
        $free = $arrived->free();
        $came = $arrived->came();
        $rules = $job->rules();
        $now = $job->now()->toDateTimeImmutable();

        return [
            'procedure' => Delivery::ID, 'length_display' => $rules->units->display(Unit::Metre), 'against' => Stock::against($arrived->needed(), $free),
            'pipes' => array_map(static fn (array $p): array => [
                'pipe' => $p['pipe'], 'number' => $p['number'], 'length_m' => $p['length_m'], 'batch' => $p['batch'],
                'delivery' => $came[Stock::key($p['number'])] ?? '',
                'sun' => Stock::sun($p['pipe'], $p['where'], $p['at'], $now, $rules->value('yd.sun_days')),
            ], array_slice($free, 0, self::MOST)),
            'free' => count($free),
            'parts' => $arrived->all(),
            'deliveries' => Work::where('job_id', $job->id)->where('kind', Kind::Delivery->value)->orderByDesc('created_at')->limit(self::MOST)->get()
                ->map(Bench::work(...)),
            'sun_source' => $rules->limit('yd.sun_days')->source->tag(),
        ];
    }

    /** @return array<string, mixed> where a piece came from and went to, by its number */
    public static function trace(Job $job, string $number): array
    {
        $arrived = new Arrived($job);
        $key = Stock::key($number);
        $pieces = array_values(array_filter($arrived->pieces(), static fn (array $p): bool => Stock::key($p['number']) === $key));
        $piece = $pieces === [] ? null : $pieces[count($pieces) - 1];
        $rejects = Reject::with('person')->whereIn('main_id', $job->mains()->select('id'))->where('pipe', $number)->get();

        return [
            'number' => $number, 'pipe' => $piece['pipe'] ?? null, 'length_m' => $piece['length_m'] ?? null, 'batch' => $piece['batch'] ?? null,
            'delivery' => $arrived->came()[$key] ?? null, 'came_at' => $piece === null ? null : $piece['at']->format(DATE_RFC3339),
            'joints' => $arrived->joints($number),
            'rejects' => $rejects->map(static fn (Reject $r): array => ['reason' => $r->reason, 'by' => $r->person->name,
                'at' => $r->created_at->format(DATE_RFC3339)]),
        ];
    }
}
