<?php

declare(strict_types=1);

namespace Diastoma\Core\Rulebook;

/** The four answers to a reading, from best to worst. */
enum Severity: string
{
    /** Inside the limit. */
    case Go = 'go';
    /** Inside, but more than 80 % of the limit is used, or a soft rule is broken. */
    case Watch = 'watch';
    /** Outside; the work can be put right and measured again. */
    case Mend = 'mend';
    /** Outside; cut out, take apart, or do not start. */
    case Stop = 'stop';

    public function rank(): int
    {
        return match ($this) {
            self::Go => 0, self::Watch => 1, self::Mend => 2, self::Stop => 3,
        };
    }

    public function isWorseThan(self $other): bool
    {
        return $this->rank() > $other->rank();
    }

    /** @param  iterable<self>  $severities */
    public static function worst(iterable $severities): self
    {
        $worst = self::Go;
        foreach ($severities as $severity) {
            $worst = $severity->isWorseThan($worst) ? $severity : $worst;
        }

        return $worst;
    }
}
