<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Actions\RejectPipe;
use App\Models\Main;
use App\Models\Person;
use App\Models\Reject;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Response;
use Illuminate\Support\Facades\Storage;
use Symfony\Component\HttpKernel\Exception\NotFoundHttpException;

final class RejectController
{
    public function index(Main $main): JsonResponse
    {
        $rejects = Reject::with('person')->where('main_id', $main->id)->orderByDesc('created_at')->limit(500)->get();

        return new JsonResponse(['reasons' => RejectPipe::REASONS, 'rejects' => $rejects->map(self::reject(...))]);
    }

    public function store(Request $request, Main $main, RejectPipe $reject): JsonResponse
    {
        $given = $request->validate([
            'pipe' => 'required|string|min:1|max:40', 'reason' => 'required|in:'.implode(',', RejectPipe::REASONS), 'note' => 'nullable|string|max:500',
            'picture' => 'nullable|file|mimetypes:image/jpeg,image/png,image/webp|max:12288',
        ], [
            'pipe.*' => 'Write the number on the pipe, or its stamp.', 'reason.*' => 'Choose the reason.', 'note.*' => 'Keep the note under 500 letters.',
            'picture.*' => 'The picture must be a JPEG, PNG or WebP of at most 12 MB.',
        ]);
        /** @var Person $person */
        $person = $request->user();
        $picture = $request->file('picture');
        $made = $reject->execute($main, $person, $given['pipe'], $given['reason'], (string) ($given['note'] ?? ''), is_array($picture) ? null : $picture);

        return new JsonResponse(self::reject($made->setRelation('person', $person)), 201);
    }

    public function picture(Reject $reject): Response
    {
        $bytes = $reject->picture === null ? null : Storage::disk('local')->get($reject->picture);

        return $bytes === null ? throw new NotFoundHttpException : new Response(
            $bytes, 200,
            ['Content-Type' => (string) $reject->picture_type, 'X-Content-Type-Options' => 'nosniff', 'Cache-Control' => 'private, max-age=86400'],
        );
    }

    /** @return array<string, mixed> */
    private static function reject(Reject $reject): array
    {
        return [
            'id' => $reject->id, 'pipe' => $reject->pipe, 'reason' => $reject->reason, 'note' => $reject->note, 'by' => $reject->person->name,
            'at' => $reject->created_at->format('Y-m-d\TH:i:sP'),
            'picture' => $reject->picture === null ? null : "/api/v1/rejects/{$reject->id}/picture", 'picture_sha256' => $reject->picture_sha256,
        ];
    }
}
