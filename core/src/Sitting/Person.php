<?php

declare(strict_types=1);

namespace Diastoma\Core\Sitting;

/** Whoever sits down to enter something. */
final readonly class Person
{
    /**
     * @param  string  $role  on this job
     * @param  string  $certificateUntil  last day of the certificate for electrofusion; empty where there is none
     * @param  array<string, string>  $certificates  last day by kind of certificate, of those that there are
     */
    public function __construct(public string $name, public string $role, public string $certificateUntil = '', public array $certificates = [])
    {
    }
}
