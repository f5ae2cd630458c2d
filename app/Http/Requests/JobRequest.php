<?php

declare(strict_types=1);

namespace App\Http\Requests;

use Diastoma\Core\Sitting\Role;
use Illuminate\Validation\Rule;

/** A job, new or changed. */
final class JobRequest extends Asked
{
    public function rules(): array
    {
        return [
            'number' => 'required|string|min:1|max:40', 'title' => 'required|string|min:2|max:120', 'place' => 'required|string|min:1|max:120',
            'time_zone' => 'required|timezone:all', 'rulebook' => 'nullable|in:iso,us', 'simulated' => 'boolean', 'began_on' => 'nullable|date_format:Y-m-d',
            'copy_of' => 'nullable|uuid', 'role' => ['nullable', Rule::enum(Role::class)],
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [
            'number.*' => 'Give the job its number, up to 40 letters.', 'title.*' => 'Give the job a title of 2 to 120 letters.',
            'place.*' => 'Say where it is.', 'time_zone.*' => 'Choose a time zone of the list.', 'rulebook.*' => 'Choose a rulebook.',
            'began_on.*' => 'Give the day the job began as a date.', 'copy_of.*' => 'Choose a job of the list.', 'role.*' => 'Choose what you are on this job.',
        ];
    }
}
