<?php

declare(strict_types=1);

namespace App\Http\Requests;

/** Which works of a job to show. */
final class WorksRequest extends Asked
{
    public function rules(): array
    {
        return ['kind' => 'string|max:20', 'main_id' => 'uuid', 'page' => 'integer|min:1'];
    }
}
