<?php

declare(strict_types=1);

namespace App\Http\Requests;

use App\Pictures\Pictures;
use Diastoma\Core\Sitting\CertificateKind;
use Illuminate\Validation\Rule;

/** A certificate of somebody. */
final class CertificateRequest extends Asked
{
    public function rules(): array
    {
        return [
            'kind' => ['required', Rule::enum(CertificateKind::class)], 'number' => 'required|string|max:60', 'until' => 'nullable|date_format:Y-m-d',
            'scan' => 'nullable|file|max:8192|mimetypes:'.implode(',', Pictures::PAPERS),
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [
            'kind.*' => 'Choose what the certificate is for.', 'number.*' => 'Type the number on the certificate.',
            'until.*' => 'Give its last day as a date, or leave it empty where it has none.',
            'scan.*' => 'The scan is a picture (JPEG, PNG, WebP) of 8 MB at most.',
        ];
    }
}
