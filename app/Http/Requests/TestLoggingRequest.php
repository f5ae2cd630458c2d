<?php

declare(strict_types=1);

namespace App\Http\Requests;

/** Whether the logger goes on. */
final class TestLoggingRequest extends Asked
{
    public function rules(): array
    {
        return ['on' => 'required|boolean'];
    }
}
