<?php

declare(strict_types=1);

namespace App\Http;

use Illuminate\Foundation\Http\Middleware\ValidateCsrfToken;
use Symfony\Component\HttpFoundation\Cookie;

/** Under TLS the cookie is bound to this very host: no neighbour of the same domain can set another. */
final class CsrfToken extends ValidateCsrfToken
{
    /** @param  array<string, mixed>  $config  of sessions */
    protected function newCookie($request, $config): Cookie
    {
        $cookie = parent::newCookie($request, $config);

        return $request->isSecure() ? Cookie::create('__Host-XSRF-TOKEN', $cookie->getValue(), $cookie->getExpiresTime(), '/', null, true, false, false,
            $cookie->getSameSite()) : $cookie;
    }
}
