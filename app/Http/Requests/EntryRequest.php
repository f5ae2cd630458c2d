<?php

declare(strict_types=1);

namespace App\Http\Requests;

/** One entry about some work. */
final class EntryRequest extends Asked
{
    public function rules(): array
    {
        return [
            'id' => 'required|uuid', 'kind' => 'required|string|max:40', 'subject_type' => 'required|string|max:20', 'subject_id' => 'required|uuid',
            'payload' => 'required|array', 'device_at' => 'required|string|max:40', 'along' => 'nullable|string|max:110', 'for' => 'nullable|uuid',
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return ['*' => 'The entry is not whole. Load the page again; what you entered is kept.'];
    }
}
