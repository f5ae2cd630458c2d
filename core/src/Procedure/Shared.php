<?php

declare(strict_types=1);

namespace Diastoma\Core\Procedure;

/** What an answer hangs on that holds for a whole shift at one place: answered once, on the shift sheet, and taken over by each joint. */
enum Shared: string
{
    case Weather = 'weather';
    case Unit = 'unit';
    case Cleaning = 'cleaning';
    case Tools = 'tools';
    case Material = 'material';

    public function title(): string
    {
        return match ($this) {
            self::Weather => 'Weather', self::Unit => 'Unit and power', self::Cleaning => 'Cleaning', self::Tools => 'Tools', self::Material => 'Material',
        };
    }

    public function instruction(): string
    {
        return match ($this) {
            self::Weather => 'As it is now at the joint. When it changes, say so: what hangs on it is asked again.',
            self::Unit => 'The unit that fuses this shift, what feeds it and its leads. Another unit is asked for separately.',
            self::Cleaning => 'What the surfaces are cleaned with this shift.',
            self::Tools => 'Lay them out and look at each before the first joint.',
            self::Material => 'What the joints of this shift are made with, as it lies here.',
        };
    }
}
