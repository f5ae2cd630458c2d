<?php

declare(strict_types=1);

namespace Diastoma\Core\Exception;

/**
 * An entered value that cannot be used. Carries every fault of one input, so that a form can show all together.
 */
final class InvalidInput extends \InvalidArgumentException implements CoreException
{
    /** @param  non-empty-list<array{field: string, detail: string, value: mixed, limit?: mixed}>  $faults */
    private function __construct(string $message, public readonly array $faults)
    {
        parent::__construct($message);
    }

    public static function field(string $field, string $detail, mixed $value = null, mixed $limit = null): self
    {
        $fault = ['field' => $field, 'detail' => $detail, 'value' => $value];
        if ($limit !== null) {
            $fault['limit'] = $limit;
        }

        return new self($detail, [$fault]);
    }

    /** @param  non-empty-list<array{field: string, detail: string, value: mixed, limit?: mixed}>  $faults */
    public static function of(string $message, array $faults): self
    {
        return new self($message, $faults);
    }

    /** @param  non-empty-list<self>  $faults */
    public static function together(array $faults): self
    {
        $all = array_merge(...array_map(static fn (self $fault): array => $fault->faults, $faults));
        $texts = implode(' ', array_map(static fn (self $fault): string => $fault->getMessage(), $faults));

        return new self($texts, $all);
    }
}
