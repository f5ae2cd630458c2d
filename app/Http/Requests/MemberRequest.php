<?php

declare(strict_types=1);

namespace App\Http\Requests;

use Diastoma\Core\Sitting\Role;
use Illuminate\Validation\Rule;

/** Somebody on a job: known already, or new with a name. */
final class MemberRequest extends Asked
{
    public function rules(): array
    {
        return [
            'person_id' => 'nullable|uuid', 'name' => 'required_without:person_id|nullable|string|min:2|max:80',
            'email' => 'required_without:person_id|nullable|string|min:3|max:120', 'role' => ['required', Rule::enum(Role::class)],
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [
            'person_id.*' => 'Choose somebody of the list.', 'name.*' => 'Give the name of the person, 2 to 80 letters.',
            'email.*' => 'Give a sign-in name: an e-mail address, or any name of 3 letters or more.', 'role.*' => 'Choose what they are on this job.',
        ];
    }
}
