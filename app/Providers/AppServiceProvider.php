<?php

declare(strict_types=1);

namespace App\Providers;

use App\Sessions\SparingHandler;
use Illuminate\Contracts\Foundation\Application;
use Illuminate\Http\Resources\Json\JsonResource;
use Illuminate\Support\Facades\Date;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Session;
use Illuminate\Support\ServiceProvider;

final class AppServiceProvider extends ServiceProvider
{
    public function boot(): void
    {
        Date::use(\Carbon\CarbonImmutable::class);
        JsonResource::withoutWrapping();
        Session::extend('database', static fn (Application $app): SparingHandler => new SparingHandler(
            DB::connection(), (string) config('session.table'), (int) config('session.lifetime'), $app,
        ));
    }
}
