<?php

declare(strict_types=1);

namespace App\Http;

use App\Exceptions\DatabaseTrouble;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Events\TransactionCommitted;
use Illuminate\Http\Request;
use Illuminate\Routing\Route;
use Illuminate\Support\Sleep;
use Symfony\Component\HttpFoundation\Response;

/**
 * A request whose transaction lost against others is done again from its beginning, with everything read anew, instead of being refused. Never where
 * something of it was committed already: then whoever sent it sends it again, under the same id. Single statements outside a transaction are not seen: those
 * are throttles, sessions and what may be written twice.
 */
final class TryAgain
{
    /** Our own value: the last begins within some two seconds of the first. */
    private const TRIES = 6;

    /** Before the second try, milliseconds; twice as long before each further one, and as much again by chance. Our own value. */
    private const WAIT_MS = 20;

    private static int $committed = 0;

    /** Outermost transactions alone: what a savepoint keeps can still be lost. */
    public static function note(TransactionCommitted $event): void
    {
        $event->connection->transactionLevel() === 0 && self::$committed++;
    }

    public function handle(Request $request, \Closure $next): mixed
    {
        for ($try = 1; ; $try++) {
            $before = self::$committed;
            $response = $next($request);
            if (! self::hasLost($response) || $before !== self::$committed || $try === self::TRIES) {
                return $response;
            }
            Sleep::usleep(1000 * self::WAIT_MS * 2 ** ($try - 1) + random_int(0, 1000 * self::WAIT_MS * 2 ** ($try - 1)));
            self::forget($request);
        }
    }

    private static function hasLost(mixed $response): bool
    {
        $thrown = $response instanceof Response && isset($response->exception) ? $response->exception : null;

        return $thrown instanceof \Throwable && DatabaseTrouble::of($thrown) === DatabaseTrouble::Lost;
    }

    /** What the last try has read: whoever asks, and what the address names. */
    private static function forget(Request $request): void
    {
        $route = $request->route();
        if ($route instanceof Route) {
            foreach ($route->originalParameters() as $name => $value) {
                $route->setParameter($name, $value);
            }
        }
        $asks = $request->user();
        $asks instanceof Model && $asks->setRelations([])->refresh();
        app()->forgetScopedInstances();
    }
}
