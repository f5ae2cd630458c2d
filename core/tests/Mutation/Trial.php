<?php

declare(strict_types=1);

namespace Core\Tests\Mutation;

use Pest\Mutate\Plugins\Mutate;
use Symfony\Component\Process\Process;

/** Runs the tests of a room against mutants, two at a time. A mutant is dead when a test fails, or when the tests do not end. */
final class Trial
{
    private const AT_ONCE = 2;

    private const LONGEST_S = 180.0;

    /**
     * @param  list<Mutant>  $mutants
     * @return list<Mutant>
     */
    public static function survivors(Room $room, array $mutants): array
    {
        $left = $running = [];
        $waiting = array_map(static fn (Mutant $m): array => [$m, 0], $mutants);
        while ($waiting !== [] || $running !== []) {
            while (count($running) < self::AT_ONCE && $waiting !== []) {
                [$mutant, $stage] = array_shift($waiting);
                $running[] = [$mutant, $stage, self::begun($mutant, $room->tests()[$stage])];
            }
            foreach ($running as $k => [$mutant, $stage, $process]) {
                if ($process->isRunning() && microtime(true) - $process->getStartTime() < self::LONGEST_S) {
                    continue;
                }
                $lasts = $process->isRunning();
                $process->stop(0);
                unset($running[$k]);
                if (! $lasts && $process->getExitCode() === 0) {
                    isset($room->tests()[$stage + 1]) ? array_unshift($waiting, [$mutant, $stage + 1]) : $left[] = $mutant;
                }
            }
            usleep(20_000);
        }

        return $left;
    }

    /** @param  list<string>  $tests */
    private static function begun(Mutant $mutant, array $tests): Process
    {
        $process = new Process(
            [PHP_BINARY, '-d', 'memory_limit=1G', 'vendor/bin/pest', '--bail', '--no-coverage', $tests[0]], dirname(__DIR__, 3),
            [Mutate::ENV_MUTATION_TESTING => $mutant->file, Mutate::ENV_MUTATION_FILE => $mutant->source, 'DIASTOMA_SAID' => $tests[1] ?? ''], null, null,
        );
        $process->start();

        return $process;
    }
}
