<?php

declare(strict_types=1);

namespace Diastoma\Core\Electrofusion;

/** The pipe ends of a joint by letter, and those of them that a coupler slides over whole. */
final readonly class Ends
{
    /**
     * @param  non-empty-list<string>  $letters
     * @param  list<string>  $slipped  ends scraped over the coupler's full length
     */
    private function __construct(public string $id, public array $letters, public array $slipped)
    {
    }

    /** A coupler between two pipes. */
    public static function two(): self
    {
        return new self('two', ['a', 'b'], []);
    }

    /** A spool between two ends of an old main: A main left, B spool left, C spool right, D main right. */
    public static function spool(): self
    {
        return new self('spool', ['a', 'b', 'c', 'd'], ['b', 'c']);
    }

    /** The place on a main that a saddle is fused to. */
    public static function barrel(): self
    {
        return new self('barrel', ['a'], []);
    }

    /** “End A: ” before a label; nothing where there is one place only. */
    public function prefix(string $end): string
    {
        return count($this->letters) === 1 ? '' : self::name($end).': ';
    }

    public static function name(string $end): string
    {
        return 'End '.strtoupper($end);
    }

    /**
     * @template T
     *
     * @param  \Closure(string): T  $make
     * @return list<T>
     */
    public function each(\Closure $make): array
    {
        return array_map($make, $this->letters);
    }
}
