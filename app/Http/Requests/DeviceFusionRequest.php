<?php

declare(strict_types=1);

namespace App\Http\Requests;

/** A fusion that a control unit begins. */
final class DeviceFusionRequest extends Asked
{
    public function rules(): array
    {
        return [
            'joint' => 'required|integer|min:1', 'main' => 'string|max:100', 'label' => 'required|string|max:40', 'record' => 'string|max:40',
            'started_at' => 'date',
        ];
    }
}
