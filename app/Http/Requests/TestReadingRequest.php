<?php

declare(strict_types=1);

namespace App\Http\Requests;

use Diastoma\Core\PressureTest\Run\ByHand;

/** A gauge read by hand. */
final class TestReadingRequest extends Asked
{
    public function rules(): array
    {
        return [
            'id' => 'required|uuid', 'at' => 'required|date', 'pressure_kpa' => ['required', ...self::real('pressure_kpa')],
            'temperature_c' => ['nullable', ...self::real('temperature_c')], 'added_l' => ['nullable', ...self::real('added_l')],
        ];
    }

    /**
     * @param  key-of<ByHand::BOUNDS>  $key
     * @return list<string>
     */
    private static function real(string $key): array
    {
        return ['numeric', 'between:'.implode(',', ByHand::BOUNDS[$key])];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return ['pressure_kpa.*' => 'Read the gauge: a number is wanted.'];
    }
}
