<?php

declare(strict_types=1);

namespace App\Http\Requests;

/** A signature under a test. */
final class SignatureRequest extends Asked
{
    public function rules(): array
    {
        return ['id' => 'required|uuid', 'remark' => 'nullable|string|max:300'];
    }
}
