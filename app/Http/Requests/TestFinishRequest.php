<?php

declare(strict_types=1);

namespace App\Http\Requests;

/** The end of a test. */
final class TestFinishRequest extends Asked
{
    public function rules(): array
    {
        return ['id' => 'nullable|uuid', 'measured' => 'array', 'broken_off' => 'nullable|string|max:500'];
    }
}
