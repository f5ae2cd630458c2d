<?php

declare(strict_types=1);

namespace App\Http\Requests;

/** A fusion record to be looked at, and nothing more. */
final class DiagnoseRequest extends Asked
{
    public function rules(): array
    {
        return ['file' => 'required|file|max:65536', 'label' => 'nullable|string|max:60', 'fitting_c' => 'nullable|numeric|between:-60,90'];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [
            'file.*' => 'Choose the CSV or JSON file that the control unit exported.',
            'fitting_c.*' => 'The temperature of the fitting must be a number of °C.',
        ];
    }
}
