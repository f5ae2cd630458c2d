<?php

declare(strict_types=1);

namespace App\Http\Requests;

/** Joints by a number and a spacing, or the next one. */
final class LayRequest extends Asked
{
    public function rules(): array
    {
        return [
            'count' => 'required|integer', 'pipe_length_m' => 'required|numeric|between:-1e6,1e6', 'first_pipe' => 'nullable|string|max:60',
            'method' => 'nullable|string|max:80',
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [
            'count.*' => 'Say how many joints.', 'pipe_length_m.*' => 'Say how long a pipe is.', 'first_pipe.*' => 'Type the number on the first new pipe.',
            'method.*' => 'Choose how the joints are made.',
        ];
    }
}
