<?php

declare(strict_types=1);

namespace App\Http\Requests;

/** One signature under a list of hold points. */
final class HoldSignaturesRequest extends Asked
{
    public function rules(): array
    {
        return [
            'remark' => 'nullable|string|max:500', 'device_at' => 'required|string|max:40', 'signatures' => 'required|list|min:1|max:100',
            'signatures.*.id' => 'required|uuid|distinct', 'signatures.*.kind' => 'required|string|max:20', 'signatures.*.subject_id' => 'required|uuid',
            'signatures.*.key' => 'required|string|max:200',
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return ['remark*' => 'Say it in 500 letters or fewer.', '*' => 'Choose what you sign for. Load the page again where it is not there.'];
    }
}
