<?php

declare(strict_types=1);

namespace Diastoma\Core\Mechanical;

use Diastoma\Core\Mechanical\Cards\Card;
use Diastoma\Core\Procedure\Procedure;
use Diastoma\Core\Procedure\Sided;
use Diastoma\Core\Procedure\Situation;
use Diastoma\Core\Procedure\Story\Act;
use Diastoma\Core\Procedure\Story\Age;
use Diastoma\Core\Procedure\Story\Redone;

/** A way of making a joint with a bolted or stabbed fitting, drawn from its card. */
abstract class MechanicalProcedure extends Procedure
{
    protected const ONE_BY_ONE = ['off', 'cut_out'];

    private const APART = 'Loosen it, take it apart, look, and make it again.';

    /**
     * What cannot be taken back, in the order of the work.
     *
     * @var array<string, array{keys: non-empty-list<string>, done: string, aside?: list<string>, remedy?: string, end?: string}> by the step, with the
     *     readings that are taken
     *     when it is done
     */
    protected const ACTS = [];

    /** @var string act by which cleaned and lubricated surfaces are hidden */
    protected const SET = 'place';

    /** @var list<string> ends that are cleaned by themselves */
    protected const ENDS = [];

    /** @var list<string> ends that are lubricated before the fitting is set */
    protected const LUBRICATED = [];

    public readonly Product $product;

    final public function __construct(public readonly Card $card)
    {
        $this->product = new Product($card);
    }

    public function id(): string
    {
        return $this->card->procedureId();
    }

    public function title(): string
    {
        return $this->card->title;
    }

    public function shape(): string
    {
        return Card::PREFIX.$this->card->kind->shape();
    }

    public function takesBranch(): bool
    {
        return $this->card->kind->takesBranch();
    }

    public function joinsUnlike(): bool
    {
        return $this->card->kind->joinsUnlike();
    }

    public function certificate(): string
    {
        return 'mechanical';
    }

    /** @return list<\Diastoma\Core\Mechanical\Bolting\Bolts> circles of bolts that are tightened to a torque, in order */
    public function circles(): array
    {
        return [];
    }

    public function round(Situation $situation, string $key): ?array
    {
        foreach ($this->circles() as $bolts) {
            if ($bolts->key === $key) {
                return $bolts->round($situation);
            }
        }

        return null;
    }

    public function clocks(Situation $situation): array
    {
        return []; // no wait before the pressure test: these fittings hold at once [common practice]
    }

    public function acts(Situation $situation): array
    {
        $acts = [];
        foreach (static::ACTS as $step => $act) {
            $acts[] = new Act($step, $step, $act['keys'], $act['done'], $act['remedy'] ?? self::APART, $act['aside'] ?? [], end: $act['end'] ?? '');
        }

        return $acts;
    }

    public function ages(Situation $situation): array
    {
        $ages = [];
        foreach (static::ENDS as $end) {
            $ages[] = $this->age(Sided::key('cleaned', $end), 'ends', static::SET, 'mc.age.cleaned_min', Sided::name($end).'Cleaned', 'Clean it again.');
        }
        foreach (static::LUBRICATED as $end) {
            $ages[] = $this->age(
                Sided::key('lubricant', $end), 'lubricate', static::SET, 'mc.age.lubricant_min', Sided::name($end).'Lubricant looked at',
                'Look at it again: what was spread long ago is dry or dirty.',
            );
        }

        return $ages;
    }

    /** @param  string  $act  step by which it is relied on */
    protected function age(string $key, string $step, string $act, string $limit, string $said, string $remedy): Age
    {
        $of = static::ACTS[$act];
        $done = new Act($act, $act, $of['keys'], $of['done'], '');

        return new Age($key, $step, [$key], $done->at(...), $limit, $said, $of['done'], $remedy, true);
    }

    public function relations(Situation $situation): array
    {
        $rules = [];
        foreach (static::LUBRICATED as $end) {
            $rules['lubricate'][] = new Redone(
                Sided::key('lubricate', $end), Sided::key('cleaned', $end), Sided::key('lubricant', $end), Sided::name($end).'Cleaned', 'lubricated',
                'Look at the lubricant again: cleaning takes it off.',
            );
        }

        return $rules;
    }

    public function usualSizes(Situation $situation): array
    {
        return UsualSizes::of($situation, $this->product);
    }
}
