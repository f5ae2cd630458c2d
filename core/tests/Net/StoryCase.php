<?php

declare(strict_types=1);

namespace Core\Tests\Net;

/** One way in which a story that was told well is spoilt, and what came of it. */
final readonly class StoryCase
{
    /**
     * @param  string  $kind  late, old, apart, size or swapped
     * @param  string  $what  what was spoilt, and how
     * @param  string  $outcome  refused, asked, or the worst severity of what was found besides what the good work has; silent where nothing was
     */
    public function __construct(public string $kind, public string $what, public string $outcome)
    {
    }
}
