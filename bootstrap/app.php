<?php

declare(strict_types=1);

use App\Exceptions\DatabaseTrouble;
use App\Http\CsrfToken;
use App\Http\Headers;
use App\Http\Problem;
use App\Http\TryAgain;
use Illuminate\Database\Events\TransactionCommitted;
use Illuminate\Foundation\Application;
use Illuminate\Foundation\Configuration\Exceptions;
use Illuminate\Foundation\Configuration\Middleware;
use Illuminate\Foundation\Http\Middleware\ValidateCsrfToken;
use Illuminate\Http\Middleware\HandleCors;
use Illuminate\Http\Request;
use Illuminate\Routing\Middleware\SubstituteBindings;
use Illuminate\Support\Facades\Event;

return Application::configure(basePath: dirname(__DIR__))
    ->withRouting(web: __DIR__.'/../routes/web.php', commands: __DIR__.'/../routes/console.php')
    ->withMiddleware(function (Middleware $middleware): void {
        $middleware->remove(HandleCors::class); // one origin needs none
        $middleware->append(Headers::class);
        $middleware->web(replace: [ValidateCsrfToken::class => CsrfToken::class], append: [TryAgain::class]);
        $middleware->prependToPriorityList(SubstituteBindings::class, TryAgain::class); // what the address names is read anew
        $proxies = (string) env('TRUSTED_PROXIES', ''); // named one by one: nobody else says who asked, or that it came by TLS
        $proxies === '' || $middleware->trustProxies(at: array_map(trim(...), explode(',', $proxies)), headers: Request::HEADER_X_FORWARDED_FOR
            | Request::HEADER_X_FORWARDED_PROTO);
        $middleware->redirectGuestsTo('/');
        $middleware->validateCsrfTokens(except: ['api/v1/device/*']); // a bearer token, no cookie
    })
    ->withExceptions(function (Exceptions $exceptions): void {
        $exceptions->shouldRenderJsonWhen(fn (Request $request): bool => $request->is('api/*'));
        $exceptions->render(fn (Throwable $e, Request $request) => $request->is('api/*') ? Problem::from($e)->toResponse($request) : Problem::page($e));
        $exceptions->dontReportWhen(fn (Throwable $e): bool => DatabaseTrouble::of($e) === DatabaseTrouble::Lost); // tried again, or answered so
        $exceptions->dontReport([Diastoma\Core\Exception\CoreException::class, App\Exceptions\Refused::class]);
    })
    ->booted(static fn () => Event::listen(TransactionCommitted::class, TryAgain::note(...)))
    ->create();
