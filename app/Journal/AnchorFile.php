<?php

declare(strict_types=1);

namespace App\Journal;

/**
 * The file of anchors. Lines that are added together end with a seal: how many journals there are, the hash of the last anchor of each, and a signature over
 * that and over the seal before it. A line that was taken out, put in or changed breaks a seal, and so does a seal of another key.
 */
final class AnchorFile
{
    /** Stands before the first seal. */
    private const FIRST = '0000000000000000000000000000000000000000000000000000000000000000';

    private const SEAL = '/\A(\S+Z) seal (\d+) ([0-9a-f]{64}) ([0-9a-f]{64}) ([A-Za-z0-9+\/=]+)\s*\z/';

    /** @var array<string, Anchor> the last of each journal, by its id, or its number in lines of an earlier version */
    private array $last = [];

    /** @var list<Anchor> */
    private array $anchors = [];

    /** @var list<string> */
    private array $faults = [];

    private string $before = self::FIRST;

    private int $seals = 0;

    private bool $isOpen = false;

    /** @param  string  $key  the public key, base64; empty where no seal is looked at */
    private function __construct(private readonly string $key)
    {
    }

    /** @param  list<string>  $lines */
    public static function of(array $lines, string $key): self
    {
        $file = new self($key);
        foreach ($lines as $line) {
            preg_match(self::SEAL, $line, $seal) === 1 ? $file->seal($seal) : $file->anchor(Anchor::read($line));
        }
        if ($file->seals > 0 && $file->isOpen) {
            $file->faults[] = 'Its last lines are not sealed: they were put in, or the seal was taken away.';
        }

        return $file;
    }

    private function anchor(?Anchor $anchor): void
    {
        if ($anchor !== null) {
            $this->anchors[] = $this->last[$anchor->id ?? $anchor->name] = $anchor;
            $this->isOpen = true;
        }
    }

    /** @param  array<int, string>  $seal */
    private function seal(array $seal): void
    {
        [, $at, $count, $head, $before, $signature] = $seal;
        if ((int) $count !== count($this->last) || $head !== $this->head() || $before !== $this->before) {
            $this->faults[] = "The seal of {$at} does not fit the lines before it: lines were taken out, put in or changed.";
        }
        $bytes = base64_decode($signature, true);
        $key = base64_decode($this->key, true);
        $isSigned = is_string($bytes) && strlen($bytes) === SODIUM_CRYPTO_SIGN_BYTES && is_string($key) && strlen($key) === SODIUM_CRYPTO_SIGN_PUBLICKEYBYTES
            && sodium_crypto_sign_verify_detached($bytes, self::signed($at, (int) $count, $head, $before), $key);
        if ($this->key !== '' && ! $isSigned) {
            $this->faults[] = "The seal of {$at} is not of the key.";
        }
        $this->before = hash('sha256', "{$at} {$count} {$head} {$before} {$signature}");
        $this->seals++;
        $this->isOpen = false;
    }

    /** One hash over the last anchor of each journal. */
    private function head(): string
    {
        $last = array_map(static fn (Anchor $a): string => "{$a->seq} {$a->hash}", $this->last);
        ksort($last);

        return hash('sha256', (string) json_encode($last));
    }

    private static function signed(string $at, int $count, string $head, string $before): string
    {
        return "diastoma {$at} {$count} {$head} {$before}";
    }

    /**
     * @param  list<Anchor>  $anchors  that are due
     * @param  non-empty-string  $secret  the key that signs
     * @return string lines to be added, with their seal
     */
    public function add(array $anchors, string $secret): string
    {
        array_map($this->anchor(...), $anchors);
        $at = Anchor::now();
        [$count, $head, $before] = [count($this->last), $this->head(), $this->before];
        $signature = base64_encode(sodium_crypto_sign_detached(self::signed($at, $count, $head, $before), $secret));

        return implode('', array_map(static fn (Anchor $a): string => $a->line()."\n", $anchors)).
            "{$at} seal {$count} {$head} {$before} {$signature}\n";
    }

    public function last(string $id): ?Anchor
    {
        return $this->last[$id] ?? null;
    }

    /** @return list<Anchor> */
    public function anchors(): array
    {
        return $this->anchors;
    }

    /** @return list<string> what is wrong with the file itself */
    public function faults(): array
    {
        return $this->faults;
    }
}
