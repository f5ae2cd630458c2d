<?php

declare(strict_types=1);

namespace App\Http\Requests;

/** One change of a rulebook, with its reason. */
final class RulebookRequest extends Asked
{
    public function rules(): array
    {
        return [
            'limit' => 'required_without_all:school,rulebook|string', 'value' => 'required_with:limit|numeric', 'school' => 'string',
            'rulebook' => 'string|max:40', 'reason' => 'present|string|nullable|max:500',
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return ['value.*' => 'Type the new value as a number.', 'limit.*' => 'Say which limit.', 'reason.*' => 'Give the reason in a sentence.'];
    }
}
