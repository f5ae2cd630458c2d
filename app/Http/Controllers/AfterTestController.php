<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Actions\ClosePressureTest;
use App\Exceptions\Refused;
use App\Http\Requests\MendRequest;
use App\Http\Requests\SignatureRequest;
use App\Models\PressureTest;
use App\Pages\TestPage;
use App\Reports\TestCsv;
use App\Reports\TestJson;
use App\Reports\TestPackage;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Response;
use Symfony\Component\HttpFoundation\StreamedResponse;

/** What comes after a test: mending, signing, and the papers that prove it. */
final class AfterTestController
{
    public function __construct(private readonly TestPage $page, private readonly ClosePressureTest $after)
    {
    }

    public function mend(MendRequest $request, PressureTest $test): JsonResponse
    {
        $given = $request->validated();
        $this->after->mend(
            $test, $request->person(), $given['id'], isset($given['joint']) ? (int) $given['joint'] : null, trim($given['what']),
            (bool) $given['pressure_lowered'],
        );

        return new JsonResponse($this->page->test($test), 201);
    }

    public function sign(SignatureRequest $request, PressureTest $test): JsonResponse
    {
        $given = $request->validated();
        $this->after->sign($test, $request->person(), $given['id'], trim($given['remark'] ?? ''));

        return new JsonResponse($this->page->test($test), 201);
    }

    public function pdf(PressureTest $test, TestPackage $package): Response
    {
        return new Response(
            $package->of($this->judged($test)), 200,
            ['Content-Type' => 'application/pdf', 'Content-Disposition' => "attachment; filename=\"test-{$test->section->name}-{$test->number}.pdf\""],
        );
    }

    public function csv(PressureTest $test, TestCsv $csv): StreamedResponse
    {
        $this->judged($test);

        return response()->streamDownload(
            static fn () => $csv->write($test), "test-{$test->section->name}-{$test->number}.csv", ['Content-Type' => 'text/csv; charset=UTF-8'],
        );
    }

    public function json(PressureTest $test, TestJson $json): StreamedResponse
    {
        $this->judged($test);

        return response()->streamDownload(
            static fn () => $json->write($test), "test-{$test->section->name}-{$test->number}.json", ['Content-Type' => 'application/json'],
        );
    }

    private function judged(PressureTest $test): PressureTest
    {
        return $test->verdict === null ? throw Refused::conflict('This test has not been run yet, so there is nothing to prove.') : $test;
    }
}
