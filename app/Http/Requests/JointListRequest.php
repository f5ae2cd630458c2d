<?php

declare(strict_types=1);

namespace App\Http\Requests;

/** A list of joints as a file, to be tried or laid. */
final class JointListRequest extends Asked
{
    public function rules(): array
    {
        return ['file' => 'required|file|max:16384', 'mapping' => 'nullable|json', 'unit' => 'required|string|max:5', 'dry' => 'required|in:0,1',
            'import' => 'uuid'];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return ['file.*' => 'Choose the CSV file with the list (16 MiB at most).', '*' => 'Choose the file, and which of its columns is which.'];
    }

    /** @return ?array<string, int> place by field; null where nobody has chosen */
    public function mapping(): ?array
    {
        $given = json_decode((string) ($this->validated('mapping') ?? ''), true);
        if (! is_array($given)) {
            return null;
        }
        $mapping = [];
        foreach ($given as $field => $place) {
            is_int($place) && $mapping[(string) $field] = $place;
        }

        return $mapping;
    }
}
