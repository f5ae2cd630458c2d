<?php

declare(strict_types=1);

namespace Diastoma\Core\Gasketed;

use Diastoma\Core\Gasketed\Systems\JointSystem;
use Diastoma\Core\Gasketed\Systems\Seal;
use Diastoma\Core\Procedure\Rule;
use Diastoma\Core\Procedure\Rules\NumberAtLeast;
use Diastoma\Core\Procedure\Rules\NumberAtMost;
use Diastoma\Core\Procedure\Sided;
use Diastoma\Core\Procedure\Situation;
use Diastoma\Core\Procedure\Story\Act;
use Diastoma\Core\Procedure\Story\Age;
use Diastoma\Core\Procedure\Story\Redone;
use Diastoma\Core\Quantity\Unit;

/** What must hold of a push-on joint as a whole: seal and surfaces were seen before the push hid them, and not long before. */
final class PushStory
{
    private const AGAIN = 'Pull it apart, look at the gasket, and make it again from the cleaning on.';

    /** Steps that are done again where the joint was pulled apart. */
    private const REMADE = ['clean', 'seat', 'lubricate', 'align', 'push', 'locking', 'home', 'feeler', 'look', 'deflect', 'support'];

    public static function pushed(): Act
    {
        return new Act('push', 'push', ['push_steady', 'pull_kept'], 'pushed home', self::AGAIN, again: self::REMADE, undone: Remade::at(...));
    }

    /** @return list<Age> */
    public static function ages(JointSystem $system): array
    {
        $isSealant = $system->seal() === Seal::Sealant;

        return [
            self::age('clean', 'clean', ['socket_clean', 'spigot_clean'], 'gs.age.clean_min', 'Cleaned', 'Clean bell and spigot again.'),
            $system->lubricated ? self::age('lubricant', 'lubricate', ['lubricated_where'], 'gs.age.lubricant_min', 'Lubricated',
                'Wipe it off and lubricate again.')
                : self::age('dry', 'lubricate', ['surfaces_dry'], 'gs.age.lubricant_min', 'Found dry', 'Look again that it is dry.'),
            self::age('gasket', 'gasket', ['gasket_c'], 'gs.age.gasket_min', ($isSealant ? 'Sealant' : 'Gasket').' measured', 'Measure its temperature again.'),
            ...($isSealant ? [self::age('sealant', 'seat', ['sealant_all_round'], 'gs.age.sealant_min', 'Sealant laid',
                'Take it off and lay fresh sealant.')] : []),
        ];
    }

    /** @param  list<string>  $keys  readings that begin it */
    private static function age(string $id, string $step, array $keys, string $limit, string $said, string $remedy): Age
    {
        return new Age($id, $step, $keys, self::pushed()->at(...), $limit, $said, 'pushed home', $remedy, true);
    }

    /** @return array<string, list<Rule>> */
    public static function relations(JointSystem $system): array
    {
        $laid = $system->seal() === Seal::Sealant ? 'sealant_all_round' : 'gasket_seated';

        return [
            'seat' => [new Redone('clean', 'socket_clean', $laid, 'Bell cleaned', 'sealed', 'Take the seal out, clean, and fit it again.',
                'What lies behind a seal cannot be cleaned.')],
            'lubricate' => $system->lubricated ? [new Redone('lubricate', $laid, 'lubricated_where', 'Gasket seated', 'lubricated',
                'Lubricate again: handling wipes it off.')] : [],
            'feeler' => array_merge(...array_map(self::felt(...), $system->sides === 2 ? ['a', 'b'] : [''])),
        ];
    }

    /** @return list<Rule> */
    private static function felt(string $side): array
    {
        $key = Sided::key('feeler_mm', $side);
        $dot = $side === '' ? '' : ".{$side}";
        $said = Sided::name($side).'The feeler meets the gasket at';
        $depth = static fn (Situation $s): ?float => self::depth($s, $key);

        return [
            new NumberAtLeast('story.agree.feeler_low'.$dot, [$key], $depth, 'gs.feeler.least_percent', $said,
                'So shallow it did not pass the lip of the bell, or the reading is in another unit. Feel again.',
                why: 'A reading that cannot be shows nothing.',
                bound: self::share('gs.feeler.least_percent'), unit: Unit::Millimetre),
            new NumberAtMost('story.agree.feeler_high'.$dot, [$key], $depth, 'gs.feeler.most_percent', $said,
                'That is deeper than the spigot goes: no gasket was felt, or the reading is in another unit. Feel again.',
                why: 'A feeler that goes to the bottom all round has met no gasket at all.', bound: self::share('gs.feeler.most_percent'),
                unit: Unit::Millimetre, watchShare: 1.0),
        ];
    }

    /** Median of the feeler sweep; null where the insertion is not known. */
    private static function depth(Situation $s, string $key): ?float
    {
        $felt = $s->readings->series($key);
        if ($felt === null || $felt === [] || self::insertion($s) === null) {
            return null;
        }
        sort($felt);

        return $felt[intdiv(count($felt), 2)];
    }

    private static function insertion(Situation $s): ?float
    {
        return $s->readings->number('factory_mark_mm') ?? $s->readings->number('mark_mm') ?? $s->readings->number('mark_a_mm');
    }

    /** @return \Closure(Situation): float */
    private static function share(string $limit): \Closure
    {
        return static fn (Situation $s): float => $s->limit($limit) / 100 * (self::insertion($s) ?? 0.0);
    }
}
