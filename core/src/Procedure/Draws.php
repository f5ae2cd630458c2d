<?php

declare(strict_types=1);

namespace Diastoma\Core\Procedure;

/** Settings in a catalogue that a procedure is drawn from: whoever adds one adds a procedure. A change is a new version; old work keeps its own. */
interface Draws
{
    public function key(): string;

    public function version(): int;

    /** Id of the procedure; a later version of the same settings is another procedure. */
    public function procedureId(): string;

    public function procedure(): Procedure;

    public function inVersion(int $version): static;

    /** @return array<string, mixed> */
    public function toArray(): array;
}
