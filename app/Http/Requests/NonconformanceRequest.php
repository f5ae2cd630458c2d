<?php

declare(strict_types=1);

namespace App\Http\Requests;

/** A nonconformance that somebody raises. */
final class NonconformanceRequest extends Asked
{
    public function rules(): array
    {
        return [
            'what' => 'required|string|max:500', 'joint_id' => 'nullable|uuid', 'section_id' => 'nullable|uuid', 'rule' => 'nullable|string|max:80',
            'due_on' => 'nullable|date_format:Y-m-d', 'assigned_to' => 'nullable|uuid', 'pictures' => 'array|max:20',
            'pictures.*' => 'string|regex:/\A[0-9a-f]{64}\z/',
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [
            'what.*' => 'Say in a sentence what is wrong, and where it can be seen.', 'due_on.*' => 'Give the day by which it is to be put right as a date.',
            'joint_id.*' => 'Choose a joint of the line.', 'section_id.*' => 'Choose a section of the list.', 'assigned_to.*' => 'Choose somebody of the crew.',
            'pictures.*' => 'The pictures could not be read. Take them again.', 'rule.*' => 'Load the page again.',
        ];
    }
}
