<?php

declare(strict_types=1);

namespace App\Http\Requests;

/** The log of a torque wrench. */
final class BoltLogRequest extends Asked
{
    public function rules(): array
    {
        return ['file' => 'required|file|max:2048', 'circle' => 'nullable|string|max:40'];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return ['file.*' => 'Choose the file of the wrench, as CSV, at most 2 MB.', 'circle.*' => 'Name the bolts that it belongs to.'];
    }
}
