<?php

declare(strict_types=1);

namespace Diastoma\Core\Trench;

use Diastoma\Core\Quantity\Text;

/** How a pipe bears soil: what bends with it is measured inside, what does not is laid and covered. */
enum Shell: string
{
    case Plastic = 'plastic';
    case Grp = 'grp';
    /** Iron and steel with cement mortar inside, which cracks before the pipe does. */
    case Lined = 'lined';
    case Rigid = 'rigid';

    /** By the first word of what it is of; what is not known bends. */
    public static function of(string $material): self
    {
        $word = Text::lower((string) strtok(str_replace('_', ' ', $material), ' '));

        return match (true) {
            $word === 'grp' => self::Grp,
            in_array($word, ['ductile', 'steel', 'iron'], true) => self::Lined,
            in_array($word, ['concrete', 'grey', 'asbestos', 'clay'], true) => self::Rigid,
            default => self::Plastic,
        };
    }

    public function bends(): bool
    {
        return $this !== self::Rigid;
    }

    public function isMetal(): bool
    {
        return $this === self::Lined;
    }

    /** Limit of the rulebook for its deflection at full cover, or after 30 days. */
    public function limit(bool $isLate): string
    {
        return match ($this) {
            self::Grp => $isLate ? 'tr.grp_late_percent' : 'tr.grp_percent',
            self::Lined => 'tr.lined_percent',
            default => $isLate ? 'tr.plastic_late_percent' : 'tr.plastic_percent',
        };
    }
}
