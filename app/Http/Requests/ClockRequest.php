<?php

declare(strict_types=1);

namespace App\Http\Requests;

/** To what time the clock of a simulated job is put. */
final class ClockRequest extends Asked
{
    public function rules(): array
    {
        return ['to' => 'required|date'];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return ['to.*' => 'Say to what time the clock is to be put.'];
    }
}
