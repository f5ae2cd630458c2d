<?php

declare(strict_types=1);

namespace Diastoma\Core\Procedure\Story;

use Diastoma\Core\Procedure\Reading;
use Diastoma\Core\Procedure\Situation;

/** Something that cannot be taken back: what must be seen before it is seen before it, or never. */
final readonly class Act
{
    /**
     * @param  string  $step  id of the step by which it is done
     * @param  non-empty-list<string>  $keys  readings that are taken when it is done; the first of them to be taken says when
     * @param  string  $done  past participle, such as “fused”
     * @param  string  $remedy  what to do where it was done too early
     * @param  list<string>  $aside  ids of steps that may come before it or after it
     * @param  list<string>  $again  ids of steps that are done again where it was undone
     * @param  ?\Closure(Situation): ?\DateTimeImmutable  $undone  when it was last undone, so that it can be done once more
     * @param  ?string  $ready  id of the rule that nothing was left to fix when it was done; empty where another act tells, null for its own
     * @param  string  $end  letter of the end that it hides; empty where it hides everything before it
     * @param  bool  $isHeat  a fusion: whatever was wrong before it is sealed in, also what can still be seen
     */
    public function __construct(
        public string $id, public string $step, public array $keys, public string $done, public string $remedy, public array $aside = [],
        public array $again = [], private ?\Closure $undone = null, public ?string $ready = null, public bool $isHeat = false,
        public string $end = '',
    ) {
    }

    /** Whether it hides what a reading is of: of another end it does not. */
    public function hides(string $key): bool
    {
        return $this->end === '' || preg_match('/_([a-d])(?:_mm|_deg)?\z/', $key, $found) !== 1 || $found[1] === $this->end;
    }

    /** When it was last undone; null where it never was. */
    public function undoneAt(Situation $s): ?\DateTimeImmutable
    {
        return $this->undone === null ? null : ($this->undone)($s);
    }

    /** When it was done, since it was last undone; null where it is not done. */
    public function at(Situation $s): ?\DateTimeImmutable
    {
        return $s->once("act.{$this->id}", function () use ($s): ?\DateTimeImmutable {
            $from = $this->undoneAt($s);
            $first = null;
            foreach ($this->keys as $key) {
                foreach ($s->readings->all($key) as $reading) {
                    $at = self::moment($reading);
                    if (($from === null || $at >= $from) && ($first === null || $at < $first)) {
                        $first = $at;
                    }
                }
            }

            return $first;
        });
    }

    /** A device says when it began; everything else was done when it was read. */
    private static function moment(Reading $reading): \DateTimeImmutable
    {
        $began = is_array($reading->value) ? $reading->value['started_at'] ?? null : null;

        return is_string($began) ? min(new \DateTimeImmutable($began), $reading->takenAt) : $reading->takenAt;
    }
}
