<?php

declare(strict_types=1);

namespace App\Providers;

use App\Journal\OfficeJournal;
use App\Models\Equipment;
use App\Models\Token;
use App\Sessions\SparingHandler;
use Illuminate\Cache\RateLimiting\Limit;
use Illuminate\Contracts\Foundation\Application;
use Illuminate\Http\Request;
use Illuminate\Http\Resources\Json\JsonResource;
use Illuminate\Support\Facades\Date;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\RateLimiter;
use Illuminate\Support\Facades\Session;
use Illuminate\Support\Facades\Vite;
use Illuminate\Support\ServiceProvider;
use Laravel\Sanctum\Sanctum;

final class AppServiceProvider extends ServiceProvider
{
    public function boot(): void
    {
        Date::use(\Carbon\CarbonImmutable::class);
        JsonResource::withoutWrapping();
        RateLimiter::for('dear', static function (Request $request): Limit {
            $who = $request->user()?->getAuthIdentifier() ?? $request->ip();

            return Limit::perMinute((int) config('diastoma.dear_per_minute'))->by('dear:'.(is_scalar($who) ? $who : ''));
        });
        Vite::createAssetPathsUsing(static fn (string $path): string => "/{$path}"); // whatever a request says its host is
        Sanctum::usePersonalAccessTokenModel(Token::class);
        Sanctum::authenticateAccessTokensUsing(static fn (Token $token, bool $isValid): bool => $isValid
            && ! ($token->tokenable instanceof Equipment && $token->tokenable->retired_at !== null)); // also where its tokens were not ended with it
        OfficeJournal::listen();
        Session::extend('database', static fn (Application $app): SparingHandler => new SparingHandler(
            DB::connection(), (string) config('session.table'), (int) config('session.lifetime'), $app,
        ));
    }
}
