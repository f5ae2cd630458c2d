<?php

declare(strict_types=1);

namespace App\Http\Requests;

/** What is known of a section. */
final class SectionFactsRequest extends Asked
{
    public function rules(): array
    {
        return ['facts' => 'required|array'];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return ['facts.*' => 'Give the facts of the section.'];
    }
}
