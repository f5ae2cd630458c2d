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

    /** @return list<list<string>> what is run against a mutant, the quickest first */
    public function tests(): array
    {
        $own = ["core/tests/{$this->value}"];
        $net = ['core/tests/Net/EveryQuestionTest.php', '--filter=comes to what'];

        return match ($this) {
            self::Rulebook => [$own, ['core/tests/Net/EveryQuestionTest.php', '--filter=comes to what.*(coupler|di_push_on)']],
            self::Electrofusion => [$own, [$net[0], '--filter=comes to what.*electrofusion']],
            self::Gasketed => [$own, [$net[0], '--filter=comes to what.*gasketed']],
            self::PressureTest => [['core/tests/Net/PlansTest.php'], $own, ['core/tests/Net/HazardsTest.php']],
            self::Pipe => [$own, ['core/tests/Reckoner'], ['core/tests/Layout']],
            self::Reckoner, self::Layout => [$own],
        };
    }
}
