<?php

declare(strict_types=1);

namespace App\Http\Requests;

use App\Pictures\Pictures;

/** The owner's specification, as a file. */
final class SpecificationRequest extends Asked
{
    public function rules(): array
    {
        return ['file' => 'required|file|max:32768|mimetypes:'.implode(',', Pictures::PAPERS)];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return ['file.*' => 'Choose the specification as a PDF or a picture (32 MiB at most).'];
    }
}
