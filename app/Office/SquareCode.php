<?php

declare(strict_types=1);

namespace App\Office;

/** A square code (ISO/IEC 18004) as rows of dark and light, for a screen to draw. */
final class SquareCode
{
    /** @return list<string> one line a row, 1 is dark */
    public static function rows(string $text): array
    {
        $drawn = (new \TCPDF2DBarcode($text, 'QRCODE,M'))->getBarcodeArray();

        return array_map(static fn (array $row): string => implode('', array_map(strval(...), $row)), array_values($drawn['bcode'] ?? []));
    }
}
