<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Http\Requests\PictureRequest;
use App\Models\Person;
use App\Pictures\Brought;
use App\Pictures\Pictures;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Response;
use Symfony\Component\HttpKernel\Exception\NotFoundHttpException;

final class PictureController
{
    public function store(PictureRequest $request): JsonResponse
    {
        $file = $request->file('file');
        $by = $request->person();

        return new JsonResponse($file === null ? [] : Brought::keep($file, $by->id, $by->administrator), 201);
    }

    public function show(Request $request, string $sha256): Response
    {
        /** @var Person $person */
        $person = $request->user();
        $may = preg_match('/\A[0-9a-f]{64}\z/', $sha256) === 1 && Pictures::mayBeSeen($sha256, $person->id, $person->administrator);
        $bytes = $may ? Pictures::bytes($sha256) : null;
        $type = $bytes === null ? null : (new \finfo(FILEINFO_MIME_TYPE))->buffer($bytes);
        if ($bytes === null || ! in_array($type, Pictures::PAPERS, true)) {
            throw new NotFoundHttpException;
        }

        return new Response(
            $bytes, 200, ['Content-Type' => $type, 'X-Content-Type-Options' => 'nosniff', 'Cache-Control' => 'private, max-age=31536000, immutable',
                ...($type === 'application/pdf' ? ['Content-Disposition' => 'attachment; filename="paper-'.substr($sha256, 0, 8).'.pdf"'] : [])],
        );
    }
}
