<?php

declare(strict_types=1);

namespace App\Http\Requests;

use App\Actions\RejectPipe;

/** A pipe that is turned away. */
final class RejectRequest extends Asked
{
    public function rules(): array
    {
        return [
            'pipe' => 'required|string|min:1|max:40', 'reason' => 'required|in:'.implode(',', RejectPipe::REASONS), 'note' => 'nullable|string|max:500',
            'picture' => 'nullable|file|mimetypes:image/jpeg,image/png,image/webp|max:12288',
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [
            'pipe.*' => 'Write the number on the pipe, or its stamp.', 'reason.*' => 'Choose the reason.', 'note.*' => 'Keep the note under 500 letters.',
            'picture.*' => 'The picture must be a JPEG, PNG or WebP of at most 12 MB.',
        ];
    }
}
