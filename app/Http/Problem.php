<?php

declare(strict_types=1);

namespace App\Http;

use App\Exceptions\DatabaseTrouble;
use App\Exceptions\Refused;
use Diastoma\Core\Exception\InvalidInput;
use Illuminate\Auth\AuthenticationException;
use Illuminate\Contracts\Support\Responsable;
use Illuminate\Database\Eloquent\ModelNotFoundException;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Response;
use Illuminate\Validation\ValidationException;
use League\Flysystem\FilesystemException;
use Symfony\Component\HttpKernel\Exception\HttpExceptionInterface;
use Symfony\Component\HttpKernel\Exception\NotFoundHttpException;
use Symfony\Component\HttpKernel\Exception\TooManyRequestsHttpException;

/** A problem document [RFC 9457]: the title is one sentence that says what is wrong and what to do. */
final readonly class Problem implements Responsable
{
    private const AGAIN_S = 5;

    /** @param  list<array<string, mixed>>  $errors */
    private function __construct(private int $status, private string $title, private array $errors = [], private ?int $retryAfterS = null)
    {
    }

    public static function from(\Throwable $e): self
    {
        return match (true) {
            $e instanceof InvalidInput => new self(422, $e->getMessage(), $e->faults),
            $e instanceof Refused => new self($e->status, $e->getMessage(), $e->faults, $e->retryAfterS),
            $e instanceof ValidationException => new self(422, implode(' ', array_merge(...array_values($e->errors()))), self::fields($e)),
            $e instanceof AuthenticationException => new self(401, 'You are signed out. Sign in again; what you entered is kept.'),
            $e instanceof ModelNotFoundException,
            $e instanceof NotFoundHttpException => new self(404, 'There is nothing here. It may belong to another job: go back to the line and choose again.'),
            $e instanceof HttpExceptionInterface && $e->getStatusCode() === 419 => new self(
                419, 'This page is too old to send from. Load it again; what you entered is kept.',
            ),
            DatabaseTrouble::of($e) === DatabaseTrouble::Lost => new self(
                503, 'Others were writing at the same time. What you entered is kept; it is sent again in a moment.', [], self::AGAIN_S,
            ),
            DatabaseTrouble::of($e) === DatabaseTrouble::Gone => new self(
                503, 'The database does not answer. What you entered is kept; it is sent again in a moment.', [], self::AGAIN_S,
            ),
            $e instanceof FilesystemException => new self(
                503, 'Pictures cannot be reached just now. What you took is kept; it is sent again in a moment.', [], self::AGAIN_S,
            ),
            $e instanceof TooManyRequestsHttpException => new self(
                429, 'Too many requests at once. Wait a moment, then try again.', [], (int) ($e->getHeaders()['Retry-After'] ?? 60),
            ),
            $e instanceof HttpExceptionInterface => new self($e->getStatusCode(), $e->getMessage() !== '' ? $e->getMessage() : 'The request was refused.'),
            default => new self(500, 'Something went wrong on our side. What you entered is kept; try again, and tell the office if it stays.'),
        };
    }

    /** A page, where somebody opens the application and the database is gone; null where it is something else. */
    public static function page(\Throwable $e): ?Response
    {
        return DatabaseTrouble::of($e) === DatabaseTrouble::Gone ? new Response(
            '<!doctype html><html lang="en"><meta charset="utf-8"><meta name="viewport" content="width=device-width"><title>Diastoma</title>'
            .'<p>The database does not answer. What you entered is kept on your device. Load this page again in a moment.</p></html>',
            503, ['Content-Type' => 'text/html; charset=utf-8', 'Retry-After' => (string) self::AGAIN_S],
        ) : null;
    }

    /** @return list<array<string, mixed>> */
    private static function fields(ValidationException $e): array
    {
        $errors = [];
        foreach ($e->errors() as $field => $texts) {
            $errors[] = ['field' => $field, 'detail' => implode(' ', $texts), 'value' => null];
        }

        return $errors;
    }

    public function toResponse($request): JsonResponse
    {
        return new JsonResponse(
            ['type' => 'about:blank', 'title' => $this->title, 'status' => $this->status, 'errors' => $this->errors],
            $this->status,
            ['Content-Type' => 'application/problem+json', ...($this->retryAfterS === null ? [] : ['Retry-After' => (string) $this->retryAfterS])],
            JSON_UNESCAPED_UNICODE | JSON_PARTIAL_OUTPUT_ON_ERROR | JSON_INVALID_UTF8_SUBSTITUTE,
        );
    }
}
