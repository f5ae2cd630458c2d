<?php

declare(strict_types=1);

namespace App\Http\Requests;

use Diastoma\Core\Electrofusion\Diagnosis\TraceClass;
use Illuminate\Validation\Rule;

/** A fusion on the simulated control unit. */
final class FusionStartRequest extends Asked
{
    public function rules(): array
    {
        return [
            'fault' => [Rule::enum(TraceClass::class)], 'speed' => 'numeric|min:1|max:1000', 'seed' => 'integer|min:0', 'record' => 'string|max:40',
        ];
    }
}
