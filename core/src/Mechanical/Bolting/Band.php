<?php

declare(strict_types=1);

namespace Diastoma\Core\Mechanical\Bolting;

use Diastoma\Core\Mechanical\Product;
use Diastoma\Core\Mechanical\Rules\LugsTouch;
use Diastoma\Core\Mechanical\Rules\NutsEven;
use Diastoma\Core\Procedure\Reading;
use Diastoma\Core\Procedure\ReadingSpec;
use Diastoma\Core\Procedure\Rule;
use Diastoma\Core\Procedure\Situation;
use Diastoma\Core\Quantity\Unit;
use Diastoma\Core\Rulebook\Source;

/** A clamp band that is bolted to a positive stop: nuts by turns, round and round, until every pair of lugs touches. There is no torque target. */
final readonly class Band
{
    /** One or two turns a nut before the next. Common practice. */
    public const TURNS_AT_ONCE = 2.0;

    /** @param  string  $key  such as “fixed”: its rows are nuts_{key} and lugs_{key} */
    public function __construct(public string $key, public string $name, private Product $product)
    {
    }

    public function nuts(): string
    {
        return "nuts_{$this->key}";
    }

    public function lugs(): string
    {
        return "lugs_{$this->key}";
    }

    public function count(Situation $s): int
    {
        return $this->product->count($s, 'bolts') ?? 0;
    }

    public function pairs(Situation $s): int
    {
        return $this->product->count($s, 'lugs') ?? 0;
    }

    /** @return list<ReadingSpec> */
    public function specs(Situation $s): array
    {
        return [
            ReadingSpec::row($this->nuts(), "{$this->name}: nuts", [
                ReadingSpec::number('bolt', 'Nut', Unit::None, 1, max(1, $this->count($s) ?: Order::MOST)),
                ReadingSpec::number('turns', 'Turns', Unit::None, 0.25, 50),
            ], 'band_wheel', 'One or two turns a nut, then the next'),
            ReadingSpec::row($this->lugs(), "{$this->name}: pairs of lugs", [
                ReadingSpec::number('lug', 'Pair', Unit::None, 1, max(1, $this->pairs($s) ?: 60)),
                ReadingSpec::yesNo('touches', 'Touch?'),
            ], 'band_wheel'),
        ];
    }

    /** @return list<Rule> */
    public function rules(): array
    {
        return [new NutsEven($this), new LugsTouch($this)];
    }

    /** @return array<int, float> turns of each nut altogether */
    public function turns(Situation $s): array
    {
        $turns = [];
        foreach ($s->readings->all($this->nuts()) as $reading) {
            [$bolt, $by] = self::turned($reading);
            $turns[$bolt] = ($turns[$bolt] ?? 0.0) + $by;
        }
        ksort($turns);

        return $turns;
    }

    /** @return array<int, bool> whether each pair of lugs touches, as last seen */
    public function touching(Situation $s): array
    {
        $touching = [];
        foreach ($s->readings->all($this->lugs()) as $reading) {
            $row = is_array($reading->value) ? $reading->value : [];
            $touching[self::whole($row, 'lug')] = ($row['touches'] ?? null) === true;
        }
        ksort($touching);

        return $touching;
    }

    /** Most that two nuts of this band have ever lain apart, turns. */
    public function apart(Situation $s): float
    {
        $turns = array_fill(1, max(1, $this->count($s)), 0.0);
        $apart = 0.0;
        foreach ($s->readings->all($this->nuts()) as $reading) {
            [$bolt, $by] = self::turned($reading);
            $turns[$bolt] = ($turns[$bolt] ?? 0.0) + $by;
            $apart = max($apart, max($turns) - min($turns));
        }

        return $apart;
    }

    public function isTurned(Situation $s): bool
    {
        return $this->count($s) > 0 && count($this->turns($s)) >= $this->count($s);
    }

    /** @return list<int> pairs that nobody saw touch */
    public function open(Situation $s): array
    {
        $touching = $this->touching($s);

        return $this->pairs($s) < 1 ? [] : array_values(array_filter(range(1, $this->pairs($s)), static fn (int $lug): bool => ! ($touching[$lug] ?? false)));
    }

    /** @return list<string> keys that are there but not whole yet */
    public function unfinished(Situation $s): array
    {
        $seen = $this->touching($s);
        $keys = $s->readings->has($this->nuts()) && ! $this->isTurned($s) ? [$this->nuts()] : [];

        return $seen !== [] && count($seen) < $this->pairs($s) ? [...$keys, $this->lugs()] : $keys;
    }

    /** @return list<int> nuts in the order in which they are turned next: those that have had least first, round the band; none where the stop is reached */
    public function order(Situation $s): array
    {
        $count = $this->count($s);
        if ($count < 1 || $this->touching($s) !== [] && $this->open($s) === []) {
            return [];
        }
        $turns = $this->turns($s);
        $nuts = range(1, $count);
        usort($nuts, static fn (int $a, int $b): int => ($turns[$a] ?? 0.0) <=> ($turns[$b] ?? 0.0) ?: $a <=> $b);

        return $nuts;
    }

    /** @return array<string, mixed> what the wheel of this band draws */
    public function wheel(Situation $s): array
    {
        $order = $this->order($s);
        $turns = $this->turns($s);
        $seen = $this->touching($s);

        return [
            'key' => $this->nuts(), 'lugs_key' => $this->lugs(), 'name' => $this->name, 'bolts' => $this->count($s), 'lugs' => $this->pairs($s),
            'turns' => array_map(static fn (int $bolt, float $by): array => ['bolt' => $bolt, 'turns' => $by], array_keys($turns), $turns),
            'seen' => array_map(static fn (int $lug, bool $is): array => ['lug' => $lug, 'touches' => $is], array_keys($seen), $seen),
            'order' => $order, 'at_once' => self::TURNS_AT_ONCE,
            'said' => match (true) {
                $order !== [] => "Nut {$order[0]} next: one or two turns, then the one after it.",
                $this->count($s) < 1 => 'Read the label first.',
                default => 'Every pair of lugs touches.',
            },
            'source' => self::source()->tag(),
        ];
    }

    public static function source(): Source
    {
        return Source::commonPractice('evenness and the stop decide; there is no torque');
    }

    /** @return array{int, float} nut, and turns it was given */
    private static function turned(Reading $reading): array
    {
        $row = is_array($reading->value) ? $reading->value : [];

        return [self::whole($row, 'bolt'), is_float($row['turns'] ?? null) ? $row['turns'] : 0.0];
    }

    /** @param  array<mixed>  $row */
    private static function whole(array $row, string $key): int
    {
        return is_float($row[$key] ?? null) ? (int) $row[$key] : 0;
    }
}
