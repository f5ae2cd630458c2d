<?php

declare(strict_types=1);

namespace App\Http\Requests;

/** Whether a nonconformance is put right. */
final class VerificationRequest extends Asked
{
    public function rules(): array
    {
        return [
            'right' => 'required|boolean', 'remark' => 'nullable|string|max:500',
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [
            'right.*' => 'Say whether it is right now.', 'remark.*' => 'Say in a sentence what is still wrong.',
        ];
    }
}
