<?php

declare(strict_types=1);

namespace App\Http\Requests;

use Illuminate\Validation\Rule;

/** One change of a rulebook, with its reason. */
final class RulebookRequest extends Asked
{
    /** What else can be changed. */
    private const OTHERS = ['school', 'rulebook', 'hold_point', 'drop_hold_point', 'certificates', 'one_by_one'];

    public function rules(): array
    {
        return [
            'limit' => [Rule::requiredIf(fn (): bool => ! $this->hasAny(self::OTHERS)), 'string'], 'value' => 'required_with:limit|numeric',
            'school' => 'string',
            'rulebook' => 'string|max:40', 'drop_hold_point' => 'string|max:200', 'certificates' => 'array|max:10', 'certificates.*' => 'string|max:40',
            'one_by_one' => 'array|max:200', 'one_by_one.*' => 'string|max:200',
            'hold_point' => 'array:occasion,roles,procedure,step|required_array_keys:occasion,roles',
            'hold_point.occasion' => 'exclude_without:hold_point|required|string|max:40',
            'hold_point.roles' => 'exclude_without:hold_point|required|list|max:5', 'hold_point.roles.*' => 'string|max:40',
            'hold_point.procedure' => 'nullable|string|max:120', 'hold_point.step' => 'nullable|string|max:80', 'reason' => 'present|string|nullable|max:500',
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return ['value.*' => 'Type the new value as a number.', 'limit.*' => 'Say which limit.', 'hold_point.roles*' => 'Choose who signs.',
            'hold_point*' => 'Choose what the work waits at.', 'reason.*' => 'Give the reason in a sentence.'];
    }
}
