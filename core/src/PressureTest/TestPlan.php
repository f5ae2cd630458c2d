<?php

declare(strict_types=1);

namespace Diastoma\Core\PressureTest;

use Diastoma\Core\PressureTest\Site\Rating;
use Diastoma\Core\Rulebook\Limit;

/**
 * What a crew sets on the gauge, phase by phase, and everything to be made ready for it. Pressures are gauge readings in kPa unless the name says where
 * else.
 */
final readonly class TestPlan
{
    /**
     * @param  float  $gaugeKpa  the highest that is set
     * @param  float  $judgedKpa  where the judged phase begins
     * @param  float  $lowKpa  at the low point at the highest set; $highKpa at the high point
     * @param  array{min_kpa: float, max_kpa: float, feasible: bool, splits_m: list<float>, said: string}  $window  of the gauge
     * @param  array{said: string, l_per_h: ?float, litres: ?float}  $makeUp
     * @param  non-empty-list<Phase>  $phases
     * @param  list<Figure>  $figures
     * @param  list<string>  $cautions
     * @param  list<string>  $notes
     * @param  array<string, mixed>  $site  filling, thrust, movement, energy, instruments, water to get rid of
     * @param  array<string, string>  $options  chosen
     * @param  list<Limit>  $limits  that it was made by and is judged by
     */
    public function __construct(
        public string $method,
        public Medium $medium,
        public float $gaugeKpa,
        public float $judgedKpa,
        public float $lowKpa,
        public float $highKpa,
        public array $window,
        public array $makeUp,
        public array $phases,
        public array $figures = [],
        public array $cautions = [],
        public array $notes = [],
        public array $site = [],
        public array $options = [],
        public array $limits = [],
    ) {
    }

    /** @param  array<string, mixed>  $site */
    public function at(array $site): self
    {
        return new self(
            $this->method, $this->medium, $this->gaugeKpa, $this->judgedKpa, $this->lowKpa, $this->highKpa, $this->window, $this->makeUp, $this->phases,
            $this->figures, $this->cautions, $this->notes, $site, $this->options, $this->limits,
        );
    }

    /** @param  list<Limit>  $limits */
    public function by(array $limits): self
    {
        return new self(
            $this->method, $this->medium, $this->gaugeKpa, $this->judgedKpa, $this->lowKpa, $this->highKpa, $this->window, $this->makeUp, $this->phases,
            $this->figures, $this->cautions, $this->notes, $this->site, $this->options, $limits,
        );
    }

    /**
     * The same plan, shut where a part takes less than it would see at the low point; the plan says which.
     *
     * @param  list<Rating>  $tooWeak
     */
    public function limitedTo(array $tooWeak, float $pipeFactor, Words $words): self
    {
        if ($tooWeak === []) {
            return $this;
        }
        $parts = array_map(static fn (Rating $r): string => "{$r->name} (".$words->kpa($r->takesKpa($pipeFactor)).match (true) {
            $r->testKpa !== null => ' by its maker', $r->kind === Rating::PIPE
                && $pipeFactor > 1.0 => ', '.Words::plain($pipeFactor).' × its rating: value from memory', default => ', its rating'
        }.')', $tooWeak);
        $window = [
            ...$this->window, 'feasible' => false,
            'said' => 'The test puts '.$words->kpa($this->lowKpa).' on the low point. That is more than these parts take: '.implode('; ', $parts)
                .'. Test at less, exchange or isolate them, or ask the engineer.',
        ];

        return new self(
            $this->method, $this->medium, $this->gaugeKpa, $this->judgedKpa, $this->lowKpa, $this->highKpa, $window, $this->makeUp, $this->phases,
            $this->figures, $this->cautions, $this->notes, $this->site, $this->options, $this->limits,
        );
    }

    /** The same plan at another pressure: every phase under pressure moves with it. */
    public function targeting(float $gaugeKpa): self
    {
        $by = $gaugeKpa - $this->gaugeKpa;
        $phases = array_map(
            static fn (Phase $p): Phase => $p->targetKpa > 0.0 ? new Phase(
                $p->id, $p->title, $p->minutes, $p->lowKpa > 0.0 ? $p->lowKpa + $by : 0.0, $p->targetKpa + $by, $p->highKpa + $by, $p->do, $p->control,
                $p->judged, $p->extendMin, $p->fallKpa,
            ) : $p,
            $this->phases,
        );

        return new self(
            $this->method, $this->medium, $gaugeKpa, $this->judgedKpa + $by, $this->lowKpa + $by, $this->highKpa + $by, $this->window, $this->makeUp,
            $phases, $this->figures, $this->cautions, $this->notes, $this->site, $this->options, $this->limits,
        );
    }

    public function judged(): Phase
    {
        foreach ($this->phases as $phase) {
            if ($phase->judged) {
                return $phase;
            }
        }

        return $this->phases[count($this->phases) - 1];
    }

    public function minutes(): float
    {
        return array_sum(array_map(static fn (Phase $p): float => $p->minutes, $this->phases));
    }

    /** @param  array<string, mixed>  $data  as toArray() gives it */
    public static function fromArray(array $data): self
    {
        $number = static fn (string $key): float => is_numeric($data[$key] ?? null) ? (float) $data[$key] : 0.0;
        /** @var array{min_kpa: float, max_kpa: float, feasible: bool, splits_m: list<float>, said: string} $window */
        $window = $data['window'] ?? ['min_kpa' => 0.0, 'max_kpa' => $number('gauge_kpa'), 'feasible' => true, 'splits_m' => [], 'said' => ''];
        /** @var array{said: string, l_per_h: ?float, litres: ?float} $makeUp */
        $makeUp = is_array($data['make_up'] ?? null) ? $data['make_up'] : ['said' => '', 'l_per_h' => null, 'litres' => null];
        /** @var list<array<string, mixed>> $phases */
        $phases = $data['phases'] ?? [];
        $read = array_map(Phase::fromArray(...), $phases);
        /** @var list<array{id: string, value: float|int, unit: string, title: string, source: array{kind: string, document: string, clause: string},
         *     changed_by: string, reason: string}> $limits */
        $limits = $data['limits'] ?? [];
        /** @var array<string, string> $options */
        $options = (array) ($data['options'] ?? []);

        return new self(is_string($data['method'] ?? null) ? $data['method'] : '', Medium::tryFrom(
            is_string($data['medium'] ?? null) ? $data['medium'] : '',
        ) ?? Medium::Water, $number('gauge_kpa'), $number('judged_kpa'), $number('low_kpa'), $number('high_kpa'), $window, $makeUp,
            $read === [] ? throw new \OutOfBoundsException('A plan without phases is none.') : $read, options: array_map(strval(...), $options),
            limits: array_map(Limit::fromArray(...), $limits));
    }

    /** @return array<string, mixed> */
    public function toArray(): array
    {
        return [
            'method' => $this->method, 'medium' => $this->medium->value, 'gauge_kpa' => $this->gaugeKpa, 'judged_kpa' => $this->judgedKpa,
            'low_kpa' => $this->lowKpa, 'high_kpa' => $this->highKpa,
            'window' => $this->window, 'make_up' => $this->makeUp, 'phases' => array_map(static fn (Phase $p): array => $p->toArray(), $this->phases),
            'figures' => array_map(static fn (Figure $f): array => $f->toArray(), $this->figures), 'cautions' => $this->cautions, 'notes' => $this->notes,
            'site' => $this->site, 'options' => (object) $this->options,
            'limits' => array_map(static fn (Limit $limit): array => $limit->toArray(), $this->limits),
        ];
    }
}
