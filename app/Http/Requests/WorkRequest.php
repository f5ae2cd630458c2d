<?php

declare(strict_types=1);

namespace App\Http\Requests;

/** Work of a kind that needs no table of its own. */
final class WorkRequest extends Asked
{
    public function rules(): array
    {
        return [
            'id' => 'required|uuid', 'kind' => 'required|string|max:20', 'procedure' => 'required|string|max:80', 'title' => 'required|string|max:120',
            'main_id' => 'nullable|uuid',
            'from_m' => 'nullable|numeric', 'to_m' => 'nullable|numeric|gte:from_m', 'facts' => 'array',
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return ['to_m.gte' => 'The stretch ends before it begins. Check both stations.'];
    }
}
