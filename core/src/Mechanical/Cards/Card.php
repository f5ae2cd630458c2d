<?php

declare(strict_types=1);

namespace Diastoma\Core\Mechanical\Cards;

use Diastoma\Core\Exception\InvalidInput;
use Diastoma\Core\Procedure\Draws;
use Diastoma\Core\Procedure\Procedure;
use Diastoma\Core\Procedure\Settings;
use Diastoma\Core\Rulebook\Source;

/**
 * A product for joining,
 tapping or mending pipe as its maker describes it. The procedure is drawn from it: a card that somebody adds works without code. What a
 * card does not state is read off the product's own label on site.
 */
final readonly class Card implements Draws
{
    public const PREFIX = 'mechanical.';

    public const MATERIALS = ['steel', 'grey iron', 'ductile iron, uncoated', 'ductile iron, coated', 'asbestos cement', 'PVC', 'PE', 'GRP'];

    /** Lubricated by common practice for wide-range couplings; the maker governs. */
    public const USUALLY_LUBRICATED = ['grey iron', 'ductile iron, uncoated', 'asbestos cement'];

    /** Rising passes, then a round. ASME PCC-1 legacy pattern (value from memory). */
    private const PASSES_PERCENT = [30.0, 60.0, 100.0, 100.0];

    public const MEDIA = ['water', 'sewer', 'gas'];

    /**
     * @param  list<string>  $lubricated  materials of pipe that the gasket is lubricated on
     * @param  list<string>  $media  what may flow through it
     * @param  bool  $grips  holds the pipes against being pulled out
     * @param  list<string>  $kit  what must lie ready, where it comes as a kit
     * @param  non-empty-list<float>  $passesPercent  of the torque, pass by pass; the last of several is gone round the circle
     * @param  float  $retorquePercent  what a fitting that weeps is tightened to, once; 0 where it is never tightened again
     * @param  list<CardRow>  $rows
     */
    private function __construct(
        public string $key, public int $version, public string $title, public CardKind $kind, public array $lubricated, public array $media, public bool $grips,
        public string $gasket, public array $kit, public string $source, public array $rows,
        public array $passesPercent, public float $retorquePercent,
    ) {
    }

    public function key(): string
    {
        return $this->key;
    }

    public function version(): int
    {
        return $this->version;
    }

    public function procedureId(): string
    {
        return self::PREFIX.$this->key.($this->version === 1 ? '' : "~{$this->version}");
    }

    public function procedure(): Procedure
    {
        return $this->kind->procedure($this);
    }

    public function inVersion(int $version): static
    {
        return self::fromArray([...$this->toArray(), 'version' => $version]);
    }

    /**
     * @param  array<mixed>  $data  as toArray() gives it
     *
     * @throws InvalidInput naming every setting that cannot be
     */
    public static function fromArray(array $data): self
    {
        $read = new Settings($data);
        $kind = CardKind::tryFrom($read->choice('kind', array_column(CardKind::cases(), 'value'))) ?? CardKind::WideRange;
        $card = [
            $read->key(), $read->whole('version', 1, 1, 9999), $read->text('title', 3, 80), $kind,
            $read->words('lubricated', self::MATERIALS, self::USUALLY_LUBRICATED), $read->words('media', self::MEDIA, ['water']), $read->flag('grips', false),
            $read->text('gasket', 0, 80), $read->words('kit', null, []), $read->text('source', 3, 200),
            $read->rows('rows', CardRow::fromArray(...)), $read->rising('passes_percent', self::PASSES_PERCENT, 100.0, 8),
            $read->number('retorque_percent', 120.0, 0.0, 150.0),
        ];
        if ($card[12] > 0.0 && $card[12] < 100.0) {
            throw InvalidInput::field('retorque_percent', 'A fitting that weeps is tightened to its torque or beyond; 0 where it never is.', $card[12], 100);
        }
        $read->end();

        return new self(...$card);
    }

    /** @return non-empty-list<float> of the torque, pass by pass */
    public function shares(): array
    {
        return array_map(static fn (float $percent): float => $percent / 100, $this->passesPercent);
    }

    public function row(string $size): ?CardRow
    {
        foreach ($this->rows as $row) {
            if ($row->size === $size) {
                return $row;
            }
        }

        return null;
    }

    public function source(): Source
    {
        return match ($this->source) {
            Cards::PRACTICE => Source::commonPractice('for this kind of fitting; the maker governs'),
            Cards::GLANDS => Source::fromMemory('AWWA C111 / C600'),
            default => Source::maker($this->source),
        };
    }

    /** @return array<string, mixed> */
    public function toArray(): array
    {
        return [
            'key' => $this->key, 'version' => $this->version, 'title' => $this->title, 'kind' => $this->kind->value, 'lubricated' => $this->lubricated,
            'media' => $this->media, 'grips' => $this->grips, 'gasket' => $this->gasket, 'kit' => $this->kit,
            'source' => $this->source, 'passes_percent' => $this->passesPercent, 'retorque_percent' => $this->retorquePercent,
            'rows' => array_map(static fn (CardRow $row): array => $row->toArray(), $this->rows),
        ];
    }
}
