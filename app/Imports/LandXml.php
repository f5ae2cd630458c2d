<?php

declare(strict_types=1);

namespace App\Imports;

use Diastoma\Core\Exception\InvalidInput;
use Diastoma\Core\Layout\Path\Horizontal;

/** The first alignment of a LandXML 1.2 file: Line and Curve of its CoordGeom, PVI, ParaCurve and CircCurve of its profile. Points are northing, easting. */
final class LandXml
{
    /** International foot and US survey foot, m. */
    private const UNITS = ['meter' => 1.0, 'metre' => 1.0, 'millimeter' => 0.001, 'kilometer' => 1000.0, 'foot' => 0.3048, 'USSurveyFoot' => 1200 / 3937];

    private function __construct(private readonly \DOMXPath $x, private readonly float $unit)
    {
    }

    /** @throws InvalidInput saying what is missing or not understood */
    public static function read(string $text): AlignmentData
    {
        if (stripos($text, '<!DOCTYPE') !== false || stripos($text, '<!ENTITY') !== false) {
            throw InvalidInput::field('file', 'The file declares a document type of its own, which LandXML does not need. It was not read.');
        }
        $document = new \DOMDocument;
        $before = libxml_use_internal_errors(true);
        $loaded = $document->loadXML($text, LIBXML_NONET);
        libxml_clear_errors();
        libxml_use_internal_errors($before);
        if (! $loaded || $document->documentElement?->localName !== 'LandXML') {
            throw InvalidInput::field(
                'file', 'This is no LandXML: it cannot be read as XML, or its outermost element is another. Export it again as LandXML 1.2.',
            );
        }
        $x = new \DOMXPath($document);
        $unit = $x->evaluate("string(//*[local-name()='Units']/*/@linearUnit)");
        if ($unit !== '' && ! isset(self::UNITS[$unit])) {
            throw InvalidInput::field('file', "The file measures in “{$unit}”. Known: ".implode(', ', array_keys(self::UNITS)).'.', $unit);
        }

        return (new self($x, self::UNITS[$unit === '' ? 'meter' : $unit]))->alignment();
    }

    private function alignment(): AlignmentData
    {
        $alignment = $this->all("(//*[local-name()='Alignment'])[1]")[0] ?? throw InvalidInput::field(
            'file', 'The file holds no Alignment. Export the alignment, not only points or surfaces.',
        );
        $elements = [];
        foreach ($this->all("*[local-name()='CoordGeom']/*", $alignment) as $element) {
            $made = match ($element->localName) {
                'Line' => $this->line($element),
                'Curve' => $this->curve($element),
                'Feature' => null,
                default => throw InvalidInput::field(
                    'file', "The alignment holds a {$element->localName}; only Line and Curve can be followed. Export it as points along it (CSV) instead.",
                    $element->localName,
                ),
            };
            if ($made !== null && $made['length'] > 1e-6) {
                $elements[] = $made;
            }
        }

        return AlignmentData::ofElements(
            $elements, $this->profile($alignment), $this->unit * (float) ($alignment->getAttribute('staStart') ?: 0), $alignment->getAttribute('name'),
        );
    }

    /** @return array{x: float, y: float, azimuth: float, curvature: float, length: float} */
    private function line(\DOMElement $line): array
    {
        [[$x0, $y0], [$x1, $y1]] = [$this->point($line, 'Start'), $this->point($line, 'End')];

        return ['x' => $x0, 'y' => $y0, 'azimuth' => atan2($x1 - $x0, $y1 - $y0), 'curvature' => 0.0, 'length' => hypot($x1 - $x0, $y1 - $y0)];
    }

    /** @return array{x: float, y: float, azimuth: float, curvature: float, length: float} */
    private function curve(\DOMElement $curve): array
    {
        [[$x0, $y0], [$x1, $y1], [$cx, $cy]] = [$this->point($curve, 'Start'), $this->point($curve, 'End'), $this->point($curve, 'Center')];
        $side = match ($curve->getAttribute('rot')) {
            'cw' => 1.0, 'ccw' => -1.0, default => throw InvalidInput::field('file', 'A Curve does not say which way it turns (rot="cw" or "ccw").')
        };
        $radius = hypot($x0 - $cx, $y0 - $cy);
        if ($radius < 0.1 || abs($radius - hypot($x1 - $cx, $y1 - $cy)) > 0.02) {
            throw InvalidInput::field('file', 'A Curve has its Start and End at different distances from its Center. Export it again.', $radius);
        }
        $turn = fmod($side * (atan2($x1 - $cx, $y1 - $cy) - atan2($x0 - $cx, $y0 - $cy)) + 4 * M_PI, 2 * M_PI);

        return [
            'x' => $x0, 'y' => $y0, 'azimuth' => Horizontal::wrap(atan2($x0 - $cx, $y0 - $cy) + $side * M_PI / 2), 'curvature' => $side / $radius,
            'length' => $turn * $radius,
        ];
    }

    /** @return list<array{float, float, float}> */
    private function profile(\DOMElement $alignment): array
    {
        $points = [];
        foreach ($this->all("(*[local-name()='Profile']/*[local-name()='ProfAlign'])[1]/*", $alignment) as $node) {
            $numbers = array_map(floatval(...), preg_split('/\s+/', trim($node->textContent)) ?: []);
            if (count($numbers) < 2) {
                continue;
            }
            $length = match ($node->localName) {
                'PVI' => 0.0,
                'ParaCurve', 'CircCurve' => (float) $node->getAttribute('length'),
                default => throw InvalidInput::field(
                    'file', "The profile holds a {$node->localName}; only PVI, ParaCurve and CircCurve can be followed.", $node->localName,
                ),
            };
            $points[] = [$this->unit * $numbers[0], $this->unit * $numbers[1], $this->unit * $length];
        }

        return $points;
    }

    /** @return array{float, float} easting, northing */
    private function point(\DOMElement $element, string $name): array
    {
        $node = $this->all("*[local-name()='{$name}']", $element)[0] ?? throw InvalidInput::field('file', "A {$element->localName} has no {$name}.");
        $reference = $node->getAttribute('pntRef');
        $text = $reference === '' ? $node->textContent
            : (string) $this->x->evaluate('string(//*[local-name()="CgPoint"][@name="'.str_replace('"', '', $reference).'"])');
        $numbers = preg_split('/\s+/', trim($text)) ?: [];
        if (count($numbers) < 2 || ! is_numeric($numbers[0]) || ! is_numeric($numbers[1])) {
            throw InvalidInput::field('file', "The {$name} of a {$element->localName} is no pair of northing and easting: “{$text}”.", $text);
        }

        return [$this->unit * (float) $numbers[1], $this->unit * (float) $numbers[0]];
    }

    /** @return list<\DOMElement> */
    private function all(string $path, ?\DOMNode $from = null): array
    {
        $nodes = $this->x->query($path, $from);

        $found = [];
        foreach ($nodes === false ? [] : $nodes as $node) {
            if ($node instanceof \DOMElement) {
                $found[] = $node;
            }
        }

        return $found;
    }
}
