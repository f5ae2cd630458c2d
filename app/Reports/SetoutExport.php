<?php

declare(strict_types=1);

namespace App\Reports;

use App\Models\Plan;
use Diastoma\Core\Layout\BellHole;

/** A set-out plan as other programs read it. Coordinates in metres in the job's grid. */
final class SetoutExport
{
    public const COLUMNS = [
        'joint', 'kind', 'station_m', 'easting_m', 'northing_m', 'level_m', 'dig_level_m', 'deflection_h_deg', 'deflection_v_deg', 'offset_right_mm',
        'offset_up_mm', 'pipe', 'length_m', 'cut', 'far_end_h_mm', 'far_end_v_mm',
    ];

    /** @return list<list<int|float|string>> a row a joint, with the pipe that follows it */
    public static function rows(Plan $plan): array
    {
        $pipes = array_column($plan->payload['pipes'], null, 'joint');
        $rows = [];
        foreach ($plan->payload['joints'] as $k => $j) {
            $pipe = $pipes[$k] ?? null;
            $r = static fn (?float $v, int $places): float|string => $v === null ? '' : round($v, $places);
            $rows[] = [
                $j['number'], $j['kind'], round($j['station_m'], 3), round($j['easting_m'], 4), round($j['northing_m'], 4), round($j['level_m'], 4),
                round(BellHole::digLevelM((float) $j['level_m'], (float) $plan->main->wall_mm), 3),
                round($j['deflection_h_deg'], 3), round($j['deflection_v_deg'], 3), round($j['offset_right_mm'], 1), round($j['offset_up_mm'], 1),
                $pipe['number'] ?? '', $pipe === null ? '' : round($pipe['length_m'], 4), $pipe === null ? '' : ($pipe['cut'] ? 'cut' : 'whole'),
                $r($j['far_end_h_mm'], 0), $r($j['far_end_v_mm'], 0),
            ];
        }

        return $rows;
    }

    public function csv(Plan $plan): string
    {
        $out = fopen('php://temp', 'w+b') ?: throw new \RuntimeException('No memory to write to.');
        fputcsv($out, self::COLUMNS, ',', '"', '');
        foreach (self::rows($plan) as $row) {
            fputcsv($out, $row, ',', '"', '');
        }
        rewind($out);

        return (string) stream_get_contents($out);
    }

    public function geoJson(Plan $plan): string
    {
        $joints = $plan->payload['joints'];
        $at = static fn (array $j): array => [round($j['easting_m'], 4), round($j['northing_m'], 4), round($j['level_m'], 4)];
        $features = [[
            'type' => 'Feature', 'properties' => ['name' => "{$plan->main->name} as planned", 'what' => 'line'],
            'geometry' => ['type' => 'LineString', 'coordinates' => array_map($at, $joints)],
        ]];
        foreach (self::rows($plan) as $k => $row) {
            $features[] = [
                'type' => 'Feature', 'properties' => array_combine(self::COLUMNS, $row),
                'geometry' => ['type' => 'Point', 'coordinates' => $at($joints[$k])],
            ];
        }

        return json_encode(
            ['type' => 'FeatureCollection', 'name' => $plan->main->name, 'coordinates_in' => "metres in the job's grid", 'features' => $features],
            JSON_THROW_ON_ERROR | JSON_UNESCAPED_UNICODE | JSON_PRETTY_PRINT,
        );
    }

    /** LandXML 1.2: the planned line as an alignment of straight pipes with its profile; points are northing, easting. */
    public function landXml(Plan $plan): string
    {
        $x = new \XMLWriter;
        $x->openMemory();
        $x->setIndent(true);
        $x->startDocument('1.0', 'UTF-8');
        $x->startElementNs(null, 'LandXML', 'http://www.landxml.org/schema/LandXML-1.2');
        $x->writeAttribute('version', '1.2');
        $x->writeAttribute('date', $plan->created_at->format('Y-m-d'));
        $x->writeAttribute('time', $plan->created_at->format('H:i:s'));
        $x->startElement('Units');
        $x->startElement('Metric');
        foreach ([
            'areaUnit' => 'squareMeter', 'linearUnit' => 'meter', 'volumeUnit' => 'cubicMeter', 'temperatureUnit' => 'celsius', 'pressureUnit' => 'HPA',
            'angularUnit' => 'decimal degrees', 'directionUnit' => 'decimal degrees',
        ] as $name => $value) {
            $x->writeAttribute($name, $value);
        }
        $x->endElement();
        $x->endElement();
        $this->alignment($x, $plan);
        $x->endElement();
        $x->endDocument();

        return $x->outputMemory();
    }

    private function alignment(\XMLWriter $x, Plan $plan): void
    {
        $joints = array_values($plan->payload['joints']);
        $stations = [(float) ($joints[0]['station_m'] ?? 0.0)];
        $lines = [];
        for ($k = 1; $k < count($joints); $k++) {
            $length = hypot($joints[$k]['easting_m'] - $joints[$k - 1]['easting_m'], $joints[$k]['northing_m'] - $joints[$k - 1]['northing_m']);
            $stations[] = $stations[$k - 1] + $length;
            $lines[] = [$k, $length];
        }
        $x->startElement('Alignments');
        $x->startElement('Alignment');
        foreach ([
            'name' => "{$plan->main->name} as planned", 'length' => self::number(end($stations) - $stations[0]), 'staStart' => self::number($stations[0]),
        ] as $name => $value) {
            $x->writeAttribute($name, $value);
        }
        $x->startElement('CoordGeom');
        foreach ($lines as [$k, $length]) {
            if ($length > 1e-6) {
                $x->startElement('Line');
                $x->writeAttribute('length', self::number($length));
                foreach (['Start' => $joints[$k - 1], 'End' => $joints[$k]] as $name => $j) {
                    $x->writeElement($name, self::number($j['northing_m']).' '.self::number($j['easting_m']));
                }
                $x->endElement();
            }
        }
        $x->endElement();
        $x->startElement('Profile');
        $x->startElement('ProfAlign');
        $x->writeAttribute('name', 'as planned');
        foreach ($joints as $k => $j) {
            if ($k === 0 || $stations[$k] - $stations[$k - 1] > 1e-6) {
                $x->writeElement('PVI', self::number($stations[$k]).' '.self::number($j['level_m']));
            }
        }
        $x->endElement();
        $x->endElement();
        $x->endElement();
        $x->endElement();
    }

    private static function number(float $value): string
    {
        return rtrim(rtrim(number_format($value, 6, '.', ''), '0'), '.');
    }
}
