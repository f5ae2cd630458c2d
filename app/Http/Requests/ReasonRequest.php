<?php

declare(strict_types=1);

namespace App\Http\Requests;

/** Something done for a reason. */
final class ReasonRequest extends Asked
{
    public function rules(): array
    {
        return [
            'reason' => 'required|string|min:10|max:500',
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [
            'reason.*' => 'Give the reason in a sentence: what happened, and who asked for it. It stays visible.',
        ];
    }
}
