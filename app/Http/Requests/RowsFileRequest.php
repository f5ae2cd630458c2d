<?php

declare(strict_types=1);

namespace App\Http\Requests;

/** A table whose rows belong to one series. */
final class RowsFileRequest extends Asked
{
    public function rules(): array
    {
        return ['file' => 'required|file|max:2048', 'key' => 'required|string|max:60'];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return ['file.*' => 'Choose a file as CSV, at most 2 MB.', 'key.*' => 'Name the series that it belongs to.'];
    }
}
