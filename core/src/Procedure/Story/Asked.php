<?php

declare(strict_types=1);

namespace Diastoma\Core\Procedure\Story;

/** One thing that is asked before or after an act. */
final readonly class Asked
{
    /**
     * @param  bool  $stays  it can still be seen after the act
     * @param  bool  $isStale  it is there, but must be read again
     * @param  bool  $isAgain  it is read anew where the act was undone
     */
    public function __construct(public string $label, public bool $stays, public bool $isStale, public bool $isAgain)
    {
    }
}
