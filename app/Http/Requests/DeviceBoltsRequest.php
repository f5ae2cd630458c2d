<?php

declare(strict_types=1);

namespace App\Http\Requests;

/** What a logging torque wrench sends. */
final class DeviceBoltsRequest extends Asked
{
    public function rules(): array
    {
        return [
            'joint' => 'required|integer|between:1,99999999', 'main' => 'nullable|string|max:60', 'circle' => 'nullable|string|max:40',
            'rows' => 'required|array|list|min:1|max:500', 'rows.*' => 'array:bolt,pass,torque_nm,at', 'rows.*.bolt' => 'required|integer|between:1,200',
            'rows.*.pass' => 'nullable|integer|between:1,20', 'rows.*.torque_nm' => 'required|numeric|between:0,6000', 'rows.*.at' => 'nullable|string|max:40',
        ];
    }

    /** @return non-empty-list<array{bolt: int, pass: ?int, torque_nm: float, at: ?string}> */
    public function rows(): array
    {
        /** @var non-empty-list<array<string, mixed>> $rows */
        $rows = array_values($this->validated()['rows']);

        return array_map(static fn (array $row): array => [
            'bolt' => (int) $row['bolt'], 'pass' => isset($row['pass']) ? (int) $row['pass'] : null, 'torque_nm' => (float) $row['torque_nm'],
            'at' => isset($row['at']) ? (string) $row['at'] : null,
        ], $rows);
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [
            'joint.*' => 'Send the number of the joint.', 'rows' => 'Send at least one reading, at most 500.', 'rows.*.bolt*' => 'A reading wants its bolt.',
            'rows.*.torque_nm*' => 'A reading wants its torque in N·m.',
        ];
    }
}
