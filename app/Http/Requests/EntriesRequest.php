<?php

declare(strict_types=1);

namespace App\Http\Requests;

/** What was entered about some work. */
final class EntriesRequest extends Asked
{
    public function rules(): array
    {
        return ['subject_type' => 'required|string|max:20', 'subject_id' => 'required|uuid', 'page' => 'integer|min:1'];
    }
}
