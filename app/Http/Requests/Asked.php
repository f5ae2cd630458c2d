<?php

declare(strict_types=1);

namespace App\Http\Requests;

use App\Models\Person;
use Illuminate\Foundation\Http\FormRequest;

/** Something asked of the application: what it must hold is said once, by its class. Who may do it is the core's table of rights. */
abstract class Asked extends FormRequest
{
    /** @return array<string, mixed> */
    abstract public function rules(): array;

    public function person(): Person
    {
        /** @var Person */
        return $this->user();
    }
}
