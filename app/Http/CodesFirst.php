<?php

declare(strict_types=1);

namespace App\Http;

use App\Exceptions\Refused;
use App\Models\Person;
use App\Pages\Account;
use Illuminate\Http\Request;

/** Where an installation asks for one-time codes, whoever watches over others or lets them in turns theirs on before anything else. */
final class CodesFirst
{
    /** @throws Refused if they have not */
    public function handle(Request $request, \Closure $next): mixed
    {
        $person = $request->user();
        if ($person instanceof Person && ! $request->is('api/v1/account/*', 'api/v1/session') && Account::mustTurnCodesOn($person)) {
            throw Refused::forbidden('Turn on one-time codes first: who watches over others, or lets them in, shows twice who they are. Load the page again.');
        }

        return $next($request);
    }
}
