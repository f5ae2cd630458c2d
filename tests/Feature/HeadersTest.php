<?php

declare(strict_types=1);

use App\Http\Problem;
use Illuminate\Http\Request;

it('tells a browser what not to do, whatever is asked', function (string $path) {
    $reply = $this->get($path);
    expect($reply->headers->get('Content-Security-Policy'))->toContain("script-src 'self'")->toContain("frame-ancestors 'none'")->not
        ->toContain("script-src 'self' 'unsafe")
        ->and($reply->headers->get('X-Content-Type-Options'))->toBe('nosniff')->and($reply->headers->get('Referrer-Policy'))->toBe('same-origin')
        ->and($reply->headers->get('Permissions-Policy'))->toContain('camera=(self)')->and($reply->headers->has('Strict-Transport-Security'))->toBeFalse()
        ->and($reply->headers->has('X-Powered-By'))->toBeFalse();
})->with(['/', '/api/v1/session', '/api/v1/nothing', '/join/abc']);

it('holds a browser to TLS where it came by it', function () {
    expect($this->get('https://localhost/')->headers->get('Strict-Transport-Security'))->toContain('max-age=');
});

it('has no script in its page', fn () => expect($this->get('/')->getContent())->not->toMatch('/<script(?![^>]*\bsrc=)/'));

// Found: a lock that was held for 50 s, and a deadlock, were 500.
it('says that others were writing, and when to come again', function (int $code) {
    $lost = new PDOException('lost');
    $lost->errorInfo = ['40001', $code, 'lost'];
    $reply = Problem::from($lost)->toResponse(new Request);
    expect($reply->getStatusCode())->toBe(503)->and($reply->headers->get('Retry-After'))->toBe('5')
        ->and((string) $reply->getContent())->toContain('Others were writing');
})->with([1205, 1213]);

it('says that the database is gone, and when to come again', function () {
    $gone = new PDOException('gone', 2002);
    $reply = Problem::from($gone)->toResponse(new Request);
    expect($reply->getStatusCode())->toBe(503)->and($reply->headers->get('Retry-After'))->toBe('5')
        ->and(Problem::from(new PDOException('other', 1064))->toResponse(new Request)->getStatusCode())->toBe(500);
});

// Found: the square code on a joint's tag carried whatever the request said its host was.
it('builds no link from what a request says of its host', function () {
    $found = [];
    foreach (Illuminate\Support\Facades\File::allFiles(app_path()) as $file) {
        if (preg_match('/getSchemeAndHttpHost|getHost\(|getHttpHost|HTTP_HOST|->root\(\)|->fullUrl\(/', $file->getContents()) === 1) {
            $found[] = $file->getRelativePathname();
        }
    }
    expect($found)->toBe([]);
});
