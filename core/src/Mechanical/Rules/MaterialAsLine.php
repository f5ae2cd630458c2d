<?php

declare(strict_types=1);

namespace Diastoma\Core\Mechanical\Rules;

use Diastoma\Core\Procedure\Rule;
use Diastoma\Core\Procedure\Sided;
use Diastoma\Core\Procedure\Situation;
use Diastoma\Core\Rulebook\Finding;
use Diastoma\Core\Rulebook\Severity;
use Diastoma\Core\Rulebook\Source;

/** The pipe in the trench is of what the line says it is. */
final readonly class MaterialAsLine implements Rule
{
    /** First word of a line's material, and what may be found in the trench. */
    private const ALIKE = ['pe' => 'PE', 'pvc' => 'PVC', 'grp' => 'GRP', 'steel' => 'steel', 'ductile' => 'ductile iron', 'asbestos' => 'asbestos cement',
        'grey' => 'grey iron'];

    public function __construct(private string $id, private string $side)
    {
    }

    public function id(): string
    {
        return $this->id;
    }

    public function judge(Situation $situation): ?Finding
    {
        $key = Sided::key('material', $this->side);
        $found = $situation->readings->text($key);
        if ($found === null) {
            return null;
        }
        $line = $situation->facts->text(in_array($this->side, ['b', 'd'], true) ? 'material_b' : 'material') ?: $situation->facts->text('material');
        $wanted = self::ALIKE[strtolower(strtok($line, ' _-') ?: '')] ?? '';
        $holds = $wanted === '' || str_starts_with($found, $wanted);

        return new Finding(
            $this->id, $holds ? Severity::Go : Severity::Mend,
            Sided::name($this->side).($holds ? "{$found}." : "{$found} in the trench; the line says {$line}."),
            $holds ? '' : 'Look again. If the line is wrong, have the office correct it before the joint is made.', Source::commonPractice(), [$key],
            why: $holds ? '' : 'By the material it is decided whether the seal is lubricated, and whether it may be cut dry.',
        );
    }
}
