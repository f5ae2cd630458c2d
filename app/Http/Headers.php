<?php

declare(strict_types=1);

namespace App\Http;

use Illuminate\Http\Request;
use Symfony\Component\HttpFoundation\Response;

/** What every answer tells a browser not to do. */
final class Headers
{
    /** Styles are written into the page by the library that draws it; scripts never are. WebAssembly is the PHP that judges on a tablet. */
    private const POLICY = "default-src 'self'; script-src 'self' 'wasm-unsafe-eval'; style-src 'self' 'unsafe-inline'; img-src 'self' data: blob:; "
        ."font-src 'self' data:; connect-src 'self'; "
        ."worker-src 'self' blob:; media-src 'self' blob:; object-src 'none'; base-uri 'none'; form-action 'self'; frame-ancestors 'none'";

    public function handle(Request $request, \Closure $next): Response
    {
        /** @var Response $response */
        $response = $next($request);
        $response->headers->add([
            'Content-Security-Policy' => self::POLICY, 'X-Content-Type-Options' => 'nosniff', 'Referrer-Policy' => 'same-origin',
            'X-Frame-Options' => 'DENY', 'Permissions-Policy' => 'camera=(self), geolocation=(self), microphone=()',
            ...($request->isSecure() ? ['Strict-Transport-Security' => 'max-age=31536000'] : []),
        ]);
        $response->headers->remove('X-Powered-By');
        headers_sent() || header_remove('X-Powered-By');

        return $response;
    }
}
