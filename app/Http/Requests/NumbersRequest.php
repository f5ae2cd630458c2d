<?php

declare(strict_types=1);

namespace App\Http\Requests;

/** Numbers of a joint and of the pipes beside it. */
final class NumbersRequest extends Asked
{
    public function rules(): array
    {
        return ['number' => 'required|integer|between:-1000000000,1000000000', 'pipe_a' => 'required|string|max:200', 'pipe_b' => 'required|string|max:200'];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return ['number.*' => 'A joint number is a whole number.', 'pipe*' => 'Type the number on the pipe.'];
    }
}
