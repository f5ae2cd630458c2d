<?php

declare(strict_types=1);

namespace Core\Tests\Mutation;

use Pest\Mutate\Mutation;
use Pest\Mutate\Mutators\Assignment\CoalesceEqualToEqual;
use Pest\Mutate\Mutators\Sets\DefaultSet;
use Pest\Mutate\Mutators\Sets\StringSet;
use Pest\Mutate\Mutators\Sets\VisibilitySet;
use Pest\Mutate\Support\MutationGenerator;
use Symfony\Component\Finder\Finder;

/**
 * Mistakes made in sampled lines of a room: the same lines each time. Words, who may call what, and rows of tables that a published table checks are left
 * alone.
 */
final class Mutants
{
    /** A thing that is kept for the next call and then made again is the same thing. */
    private const EQUIVALENT = [CoalesceEqualToEqual::class];

    /** @return list<Mutant> */
    public static function of(Room $room, float $share): array
    {
        $mutators = array_values(array_diff(DefaultSet::mutators(), StringSet::mutators(), VisibilitySet::mutators(), self::EQUIVALENT));
        $found = [];
        foreach (Finder::create()->in(dirname(__DIR__, 2)."/src/{$room->value}")->files()->name('*.php')->notPath('Tables')->sortByName() as $file) {
            $lines = self::sampled($file->getRelativePathname(), explode("\n", $file->getContents()), $share);
            foreach ($lines === [] ? [] : (new MutationGenerator)->generate($file, $mutators, $lines) as $mutation) {
                $found[] = self::mutant($mutation);
            }
        }

        return $found;
    }

    /**
     * @param  list<string>  $code
     * @return list<int> numbers of the lines that are tried
     */
    private static function sampled(string $path, array $code, float $share): array
    {
        $lines = [];
        foreach ($code as $k => $line) {
            $is = preg_match('/^\s*(\*|\/\*|\/\/|use |namespace |declare|final |\}|\{|$)/', $line) !== 1;
            if ($is && crc32("{$path}:".trim($line).":{$k}") % 10000 < 100 * $share) {
                $lines[] = $k + 1;
            }
        }

        return $lines;
    }

    private static function mutant(Mutation $mutation): Mutant
    {
        return new Mutant(
            (string) $mutation->file->getRealPath(), $mutation->startLine, basename(str_replace('\\', '/', $mutation->mutator)),
            $mutation->modifiedSourcePath, $mutation->diff,
        );
    }
}
