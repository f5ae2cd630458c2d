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
                ReadingSpec::number('gap_mm', 'Apart', Unit::Millimetre, 0, 200, '0 where they touch'),
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
            [$bolt, $by] = self::pair($reading, 'bolt', 'turns');
            $turns[$bolt] = ($turns[$bolt] ?? 0.0) + $by;
        }
        ksort($turns);

        return $turns;
    }

    /** @return array<int, float> mm that each pair of lugs is apart, as last read */
    public function gaps(Situation $s): array
    {
        $gaps = [];
        foreach ($s->readings->all($this->lugs()) as $reading) {
            [$lug, $gap] = self::pair($reading, 'lug', 'gap_mm');
            $gaps[$lug] = $gap;
        }
        ksort($gaps);

        return $gaps;
    }

    /** Most that two nuts of this band have ever lain apart, turns. */
    public function apart(Situation $s): float
    {
        $turns = array_fill(1, max(1, $this->count($s)), 0.0);
        $apart = 0.0;
        foreach ($s->readings->all($this->nuts()) as $reading) {
            [$bolt, $by] = self::pair($reading, 'bolt', 'turns');
            $turns[$bolt] = ($turns[$bolt] ?? 0.0) + $by;
            $apart = max($apart, max($turns) - min($turns));
        }

        return $apart;
    }

    public function isTurned(Situation $s): bool
    {
        return $this->count($s) > 0 && count($this->turns($s)) >= $this->count($s);
    }

    /** @return list<int> pairs that were not read, or do not touch */
    public function open(Situation $s): array
    {
        $gaps = $this->gaps($s);

        return $this->pairs($s) < 1 ? [] : array_values(array_filter(range(1, $this->pairs($s)), static fn (int $lug): bool => ($gaps[$lug] ?? 1.0) > 0.0));
    }

    /** @return list<string> keys that are there but not whole yet */
    public function unfinished(Situation $s): array
    {
        $gaps = $this->gaps($s);
        $keys = $s->readings->has($this->nuts()) && ! $this->isTurned($s) ? [$this->nuts()] : [];

        return $gaps !== [] && count($gaps) < $this->pairs($s) ? [...$keys, $this->lugs()] : $keys;
    }

    /** The nut that has been turned least, the first of them: round the band. */
    public function next(Situation $s): ?int
    {
        $count = $this->count($s);
        if ($count < 1 || $this->gaps($s) !== [] && $this->open($s) === []) {
            return null;
        }
        $turns = $this->turns($s) + array_fill(1, $count, 0.0);
        ksort($turns);

        return (int) array_search(min($turns), $turns, true);
    }

    /** @return array<string, mixed> what the wheel of this band draws */
    public function wheel(Situation $s): array
    {
        $next = $this->next($s);

        return [
            'key' => $this->nuts(), 'lugs_key' => $this->lugs(), 'name' => $this->name, 'bolts' => $this->count($s), 'lugs' => $this->pairs($s),
            'turns' => array_map(static fn (int $bolt, float $by): array => ['bolt' => $bolt, 'turns' => $by], array_keys($t = $this->turns($s)), $t),
            'gaps' => array_map(static fn (int $lug, float $mm): array => ['lug' => $lug, 'gap_mm' => $mm], array_keys($g = $this->gaps($s)), $g),
            'next' => $next, 'at_once' => self::TURNS_AT_ONCE, 'apart_allowed' => $s->limit('mc.turns_apart'),
            'said' => $next === null ? ($this->count($s) < 1 ? 'Read the label first.' : 'Every pair of lugs touches.')
                : "Nut {$next} next: one or two turns, then the one after it.",
            'source' => self::source()->tag(),
        ];
    }

    public static function source(): Source
    {
        return Source::commonPractice('evenness and the stop decide; there is no torque');
    }

    /** @return array{int, float} */
    private static function pair(Reading $reading, string $of, string $value): array
    {
        $row = is_array($reading->value) ? $reading->value : [];

        return [is_float($row[$of] ?? null) ? (int) $row[$of] : 0, is_float($row[$value] ?? null) ? $row[$value] : 0.0];
    }
}
