<?php

declare(strict_types=1);

namespace App\Http\Requests;

/** A joint cut out and made again. */
final class MakeAgainRequest extends Asked
{
    public function rules(): array
    {
        return [
            'reason' => 'required|string|min:10|max:500', 'with' => 'required|in:joint,spool', 'cut_a_m' => 'required|numeric|between:-1e6,1e6',
            'cut_b_m' => 'required|numeric|between:-1e6,1e6', 'spool' => 'nullable|string|max:60', 'method' => 'nullable|string|max:80',
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [
            'reason.*' => 'Give the reason in a sentence: what was wrong. It stays visible for ever.',
            'with.*' => 'Make it again with one joint, or with a spool and two.',
            'cut_a_m.*' => 'Say how much comes off the pipe before the joint.', 'cut_b_m.*' => 'Say how much comes off the pipe after the joint.',
            'spool.*' => 'Type the number on the spool.', 'method.*' => 'Choose how the joints are made.',
        ];
    }
}
