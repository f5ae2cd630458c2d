<?php

declare(strict_types=1);

// Mutates sampled lines of the core, runs the tests of each room against every mutant, and prints killed / all. See bin/mutate.

require __DIR__.'/../../../vendor/autoload.php';

use Core\Tests\Mutation\Mutants;
use Core\Tests\Mutation\Room;
use Core\Tests\Mutation\Trial;
use Pest\Mutate\Cache\NullStore;
use Pest\Support\Container;
use Psr\SimpleCache\CacheInterface;

Container::getInstance()->add(CacheInterface::class, new NullStore); // mutants are few and made again each time

$share = 2.0;
$rooms = [];
foreach (array_slice($argv, 1) as $argument) {
    if (preg_match('/\A--share=(\d+(?:\.\d+)?)\z/', $argument, $found) === 1) {
        $share = (float) $found[1];
    } elseif (Room::tryFrom($argument) !== null) {
        $rooms[] = Room::from($argument);
    } else {
        fwrite(
            STDERR,
            "“{$argument}” is no room. Rooms: ".implode(', ', array_column(Room::cases(), 'value')).'; and --share=N for N lines in a hundred.'."\n",
        );
        exit(2);
    }
}
$all = $dead = 0;
foreach ($rooms === [] ? Room::cases() : $rooms as $room) {
    $mutants = Mutants::of($room, $share);
    $left = Trial::survivors($room, $mutants);
    printf(
        "%-14s %d of %d killed (%.0f %%)\n", $room->value, count($mutants) - count($left), count($mutants),
        $mutants === [] ? 100 : 100 * (count($mutants) - count($left)) / count($mutants),
    );
    foreach ($left as $mutant) {
        echo '    ', $mutant->words(), "\n";
    }
    $all += count($mutants);
    $dead += count($mutants) - count($left);
}
printf("%-14s %d of %d killed (%.0f %%), %g lines in a hundred\n", 'in all', $dead, $all, $all === 0 ? 100 : 100 * $dead / $all, $share);
