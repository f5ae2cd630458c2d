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
     * @param  string  $account  how they sign in, who let them in and when; goes under what they sign
     * @param  list<string>  $oneWith  names of whoever let them in and whom they let in: might hold both passwords, so counts as the same person where another
     *                                 is asked for
     */
    public function __construct(
        public string $name,
        public string $role,
        public string $certificateUntil = '',
        public array $certificates = [],
        public string $account = '',
        public array $oneWith = [],
    ) {
    }

    /** @return ?string why somebody does not count as another than this person; null where they do */
    public function oneWith(string $name): ?string
    {
        return match (true) {
            $name === $this->name => '',
            in_array($name, $this->oneWith, true) => "{$name} and {$this->name} do not count as two: one of them made the link by which the other signed in. "
                .'Another administrator makes a new link, or somebody else signs.',
            default => null,
        };
    }
}
