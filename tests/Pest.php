<?php

declare(strict_types=1);

use Illuminate\Foundation\Testing\DatabaseTransactions;
use Symfony\Component\Process\Process;

uses(Tests\TestCase::class, DatabaseTransactions::class)->in('Feature');
uses(Tests\TestCase::class)->in('Releases');

/** The text of a PDF, read by poppler. */
function pdfText(string $pdf): string
{
    expect(substr($pdf, 0, 5))->toBe('%PDF-');
    $read = new Process(['pdftotext', '-layout', '-', '-'], input: $pdf);
    $read->mustRun();

    return $read->getOutput();
}
