<?php

declare(strict_types=1);

namespace Core\Tests\Mutation;

/** A room of the core whose tests are tried. */
enum Room: string
{
    case Rulebook = 'Rulebook';
    case Electrofusion = 'Electrofusion';
    case Gasketed = 'Gasketed';
    case PressureTest = 'PressureTest';
    case Pipe = 'Pipe';
    case Reckoner = 'Reckoner';
    case Layout = 'Layout';

    /** @return list<list<string>> what is run against a mutant, the quickest first: a path, and for SaidTest which files */
    public function tests(): array
    {
        $own = ["core/tests/{$this->value}"];
        $said = static fn (string $what): array => ['core/tests/Net/SaidTest.php', $what];

        return match ($this) {
            self::Rulebook => [$own, $said('coupler|di_push_on')],
            self::Electrofusion => [$said('coupler|saddle|tapping'), $own, $said('large_bore|spool')],
            self::Gasketed => [$said('gasketed'), $own],
            self::PressureTest => [['core/tests/Net/PlansTest.php'], $said('method'), $own, ['core/tests/Net/HazardsTest.php']],
            self::Pipe => [$own, ['core/tests/Published'], $said('reckoner|coupler')],
            self::Reckoner => [$own, ['core/tests/Published'], $said('reckoner')],
            self::Layout => [$said('layout'), $own],
        };
    }
}
