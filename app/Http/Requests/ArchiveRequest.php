<?php

declare(strict_types=1);

namespace App\Http\Requests;

/** A job that another installation has written into one file. */
final class ArchiveRequest extends Asked
{
    public function rules(): array
    {
        return ['file' => 'required|file|max:65536', 'same' => 'array|max:500', 'same.*' => 'uuid'];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return ['file.*' => 'Choose the file that the other installation wrote (64 MiB at most; a larger one is read by php artisan job:read).',
            'same*' => 'Name people of the file by their id.'];
    }
}
