<?php

declare(strict_types=1);

namespace Diastoma\Core\Rulebook;

/** Where a number comes from. Shown beside every limit; makers' instructions, the owner's specification and local code govern over all of them. */
final readonly class Source
{
    private function __construct(public SourceKind $kind, public string $document, public string $clause)
    {
    }

    public static function standard(string $document, string $clause = ''): self
    {
        return new self(SourceKind::Standard, $document, $clause);
    }

    /** A published document whose wording or edition was not at hand when the value was written down. */
    public static function fromMemory(string $document = '', string $clause = ''): self
    {
        return new self(SourceKind::FromMemory, $document, $clause);
    }

    public static function commonPractice(string $note = ''): self
    {
        return new self(SourceKind::CommonPractice, $note, '');
    }

    /** The printed label or data sheet of the part itself. */
    public static function maker(string $what): self
    {
        return new self(SourceKind::Maker, $what, '');
    }

    /** The words set down for this job by its owner or engineer. */
    public static function specification(string $what): self
    {
        return new self(SourceKind::Specification, $what, '');
    }

    /** Plain physics or geometry: nothing to cite but the arithmetic. */
    public static function arithmetic(string $formula): self
    {
        return new self(SourceKind::Arithmetic, $formula, '');
    }

    public function tag(): string
    {
        $document = implode(', ', array_filter([$this->document, $this->clause], static fn (string $part): bool => $part !== ''));

        return match ($this->kind) {
            SourceKind::Standard => $document,
            SourceKind::FromMemory => $document === '' ? 'value from memory' : $document.' (value from memory)',
            SourceKind::CommonPractice => $document === '' ? 'common practice' : 'common practice: '.$document,
            SourceKind::Maker => 'maker: '.$document,
            SourceKind::Specification => 'job specification: '.$document,
            SourceKind::Arithmetic => 'arithmetic: '.$document,
        };
    }

    /** @return array{kind: string, document: string, clause: string, tag: string} */
    public function toArray(): array
    {
        return ['kind' => $this->kind->value, 'document' => $this->document, 'clause' => $this->clause, 'tag' => $this->tag()];
    }

    /** @param  array{kind: string, document: string, clause: string}  $data */
    public static function fromArray(array $data): self
    {
        return new self(SourceKind::from($data['kind']), $data['document'], $data['clause']);
    }
}
