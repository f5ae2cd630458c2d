<?php

declare(strict_types=1);

use App\Http\Controllers\AfterTestController;
use App\Http\Controllers\DeviceController;
use App\Http\Controllers\EntryController;
use App\Http\Controllers\FusionController;
use App\Http\Controllers\JobController;
use App\Http\Controllers\JointController;
use App\Http\Controllers\JointSystemController;
use App\Http\Controllers\LineController;
use App\Http\Controllers\LoggerController;
use App\Http\Controllers\ReckonerController;
use App\Http\Controllers\RejectController;
use App\Http\Controllers\ReportController;
use App\Http\Controllers\RulebookController;
use App\Http\Controllers\SessionController;
use App\Http\Controllers\SetoutController;
use App\Http\Controllers\TestController;
use Illuminate\Support\Facades\Route;

Route::prefix('api/v1')->group(function (): void {
    Route::middleware(['auth:sanctum', 'throttle:600,1'])->prefix('device')->group(function (): void {
        Route::post('fusion-runs', [DeviceController::class, 'start']);
        Route::post('fusion-runs/{run}/samples', [DeviceController::class, 'samples']);
        Route::get('pressure-tests', [LoggerController::class, 'index']);
        Route::post('pressure-tests/{test}/samples', [LoggerController::class, 'samples']);
    });
    Route::post('session', [SessionController::class, 'store'])->middleware('throttle:20,1');
    Route::middleware('auth')->group(function (): void {
        Route::get('session', [SessionController::class, 'show']);
        Route::delete('session', [SessionController::class, 'destroy']);
        Route::get('jobs', [JobController::class, 'index']);
        Route::get('jobs/{job}', [JobController::class, 'show']);
        Route::get('jobs/{job}/clocks', [JobController::class, 'clocks']);
        Route::post('jobs/{job}/clock', [JobController::class, 'advance']);
        Route::get('jobs/{job}/rulebook', [RulebookController::class, 'show']);
        Route::post('jobs/{job}/rulebook', [RulebookController::class, 'store']);
        Route::post('joints/{joint}/judge', [RulebookController::class, 'judge']);
        Route::get('joints/{joint}/tag.pdf', [ReportController::class, 'tag']);
        Route::get('jobs/{job}/joint-log.csv', [ReportController::class, 'log']);
        Route::get('mains/{main}/line', [LineController::class, 'show']);
        Route::post('jobs/{job}/mains', [SetoutController::class, 'main']);
        Route::get('mains/{main}/setout', [SetoutController::class, 'show']);
        Route::post('mains/{main}/alignment', [SetoutController::class, 'alignment']);
        Route::post('mains/{main}/plans', [SetoutController::class, 'plan']);
        Route::post('plans/{plan}/adopt', [SetoutController::class, 'adopt']);
        Route::get('plans/{plan}/export/{format}', [SetoutController::class, 'export']);
        Route::get('joint-systems', [JointSystemController::class, 'index']);
        Route::post('jobs/{job}/joint-systems', [JointSystemController::class, 'store']);
        Route::get('mains/{main}/rejects', [RejectController::class, 'index']);
        Route::post('mains/{main}/rejects', [RejectController::class, 'store']);
        Route::get('rejects/{reject}/picture', [RejectController::class, 'picture']);
        Route::get('joints/{joint}', [JointController::class, 'show']);
        Route::get('joints/{joint}/record.pdf', [ReportController::class, 'joint']);
        Route::post('joints/{joint}/fusion-runs', [FusionController::class, 'store']);
        Route::post('joints/{joint}/fusion-records', [FusionController::class, 'bring']);
        Route::post('fusion-diagnoses', [FusionController::class, 'diagnose']);
        Route::get('fusion-runs/{run}', [FusionController::class, 'show']);
        Route::post('fusion-runs/{run}/stop', [FusionController::class, 'stop']);
        Route::get('fusion-traces/{id}', [FusionController::class, 'trace']);
        Route::get('entries', [EntryController::class, 'index']);
        Route::post('entries', [EntryController::class, 'store']);
        Route::get('sections/{section}/tests', [TestController::class, 'index']);
        Route::post('sections/{section}/tests', [TestController::class, 'store']);
        Route::post('sections/{section}/facts', [TestController::class, 'facts']);
        Route::post('tests/{test}/run', [TestController::class, 'start']);
        Route::get('tests/{test}/trace', [TestController::class, 'trace']);
        Route::post('tests/{test}/trace', [TestController::class, 'import']);
        Route::get('imports/{import}', [TestController::class, 'progress']);
        Route::delete('tests/{test}/imports/{import}', [TestController::class, 'cancel']);
        Route::post('tests/{test}/readings', [TestController::class, 'reading']);
        Route::post('tests/{test}/notes', [TestController::class, 'note']);
        Route::post('tests/{test}/logging', [TestController::class, 'logging']);
        Route::post('tests/{test}/finish', [TestController::class, 'finish']);
        Route::post('tests/{test}/mends', [AfterTestController::class, 'mend']);
        Route::post('tests/{test}/signatures', [AfterTestController::class, 'sign']);
        Route::get('tests/{test}/package.pdf', [AfterTestController::class, 'pdf']);
        Route::get('tests/{test}/trace.csv', [AfterTestController::class, 'csv']);
        Route::get('tests/{test}/test.json', [AfterTestController::class, 'json']);
        Route::get('reckoner', [ReckonerController::class, 'index']);
        Route::post('reckoner/{id}', [ReckonerController::class, 'store']);
    });
    Route::fallback(static fn () => throw new Symfony\Component\HttpKernel\Exception\NotFoundHttpException);
});

Route::view('/{any?}', 'app')->where('any', '^(?!api/).*$');
