<?php

declare(strict_types=1);

namespace App\Http\Requests;

/** Where a device judged otherwise than the server. */
final class DifferenceRequest extends Asked
{
    public function rules(): array
    {
        return [
            'subject_type' => 'required|string|max:20', 'subject_id' => 'required|uuid', 'at' => 'required|string|max:400',
            'device' => 'present|string|max:4000', 'server' => 'present|string|max:4000', 'rules' => 'required|string|max:80',
        ];
    }
}
