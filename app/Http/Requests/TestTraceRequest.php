<?php

declare(strict_types=1);

namespace App\Http\Requests;

/** The record of a logger, as a file. */
final class TestTraceRequest extends Asked
{
    public function rules(): array
    {
        return ['file' => 'required|file|max:65536', 'import' => 'uuid', 'broken_off' => 'nullable|string|max:500', 'measured' => 'nullable|json'];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return ['file.*' => 'Choose the CSV file that the logger exported (64 MiB at most).'];
    }
}
