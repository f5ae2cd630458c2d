<?php

declare(strict_types=1);

namespace App\Http\Requests;

/** Which test to plan. */
final class TestPlanRequest extends Asked
{
    public function rules(): array
    {
        return ['method' => 'required|string', 'options' => 'array'];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return ['method.*' => 'Choose a test method.'];
    }
}
