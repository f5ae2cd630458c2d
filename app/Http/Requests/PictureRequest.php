<?php

declare(strict_types=1);

namespace App\Http\Requests;

use App\Pictures\Pictures;

/** A picture for an entry to name. */
final class PictureRequest extends Asked
{
    private const LARGEST_KB = 16384;

    public function rules(): array
    {
        return ['file' => 'required|file|max:'.self::LARGEST_KB.'|mimetypes:'.implode(',', Pictures::TYPES)];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return ['file.*' => 'Choose a picture (JPEG, PNG or WebP, 16 MiB at most).'];
    }
}
