<?php

declare(strict_types=1);

namespace App\Http\Requests;

use Diastoma\Core\PressureTest\Run\Conduct;
use Diastoma\Core\Simulation\PressureFault;
use Illuminate\Validation\Rule;

/** How a test is run. */
final class TestStartRequest extends Asked
{
    public function rules(): array
    {
        return [
            'mode' => [Rule::in(Conduct::MODES)], 'fault' => [Rule::enum(PressureFault::class)], 'speed' => 'numeric|min:1|max:100000',
            'seed' => 'integer|min:0', 'id' => 'nullable|uuid', 'at' => 'nullable|date',
        ];
    }
}
