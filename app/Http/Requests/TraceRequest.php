<?php

declare(strict_types=1);

namespace App\Http\Requests;

/** A piece that somebody looks for. */
final class TraceRequest extends Asked
{
    public function rules(): array
    {
        return ['number' => 'nullable|string|max:80'];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return ['number.*' => 'Type the number on the pipe.'];
    }
}
