<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Actions\RejectPipe;
use App\Http\Requests\RejectRequest;
use App\Models\Main;
use App\Models\Reject;
use Illuminate\Http\JsonResponse;
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

    public function store(RejectRequest $request, Main $main, RejectPipe $reject): JsonResponse
    {
        $given = $request->validated();
        $person = $request->person();
        $picture = $request->file('picture');
        $made = $reject->execute($main, $person, $given['pipe'], $given['reason'], (string) ($given['note'] ?? ''), is_array($picture) ? null : $picture);

        return new JsonResponse(self::reject($made->setRelation('person', $person)), 201);
    }

    public function picture(Reject $reject): Response
    {
        $bytes = $reject->picture === null ? null : Storage::disk('pictures')->get($reject->picture);

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
