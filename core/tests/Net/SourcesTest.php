<?php

declare(strict_types=1);

use Core\Tests\Net\Spoilt;
use Core\Tests\Net\Walk;
use Diastoma\Core\Catalogue\Procedures;
use Diastoma\Core\PressureTest\TestMethods;
use Diastoma\Core\Reckoner\Reckoner;
use Diastoma\Core\Rulebook\Documents;
use Diastoma\Core\Rulebook\Rulebooks;
use Diastoma\Core\Rulebook\Source;

/** @return list<array{string, Source}> every source that limits, findings, methods and calculations name, and where */
function everySource(): array
{
    $found = [];
    foreach (Rulebooks::all() as $rulebook) {
        foreach ($rulebook->all() as $limit) {
            $found[] = [$limit->id, $limit->source];
        }
    }
    foreach (Procedures::ids() as $id) {
        foreach (['iso', 'us'] as $rulebook) {
            $walk = new Walk($id, $rulebook);
            foreach ([...array_map(static fn ($b) => $b->verdict, $walk->badly()), $walk->verdict($walk->made())] as $verdict) {
                foreach ($verdict->findings as $finding) {
                    $found["{$finding->rule} {$finding->source->tag()}"] = [$finding->rule, $finding->source];
                }
            }
        }
    }
    foreach (TestMethods::all() as $method) {
        $found[] = [$method->id(), $method->source()];
        $net = new Spoilt($method->id());
        foreach ($net->hazards() as $hazard) {
            foreach ($net->spoiltBy($hazard, 1)->findings ?? [] as $finding) {
                $found["{$finding->rule} {$finding->source->tag()}"] = [$finding->rule, $finding->source];
            }
        }
    }
    foreach (Reckoner::all() as $calculation) {
        foreach ($calculation->sources as $source) {
            $found[] = ["calculation {$calculation->id}", $source];
        }
    }

    return array_values($found);
}

it('names only sources that are registered, and every registered one', function () {
    $cited = [];
    $unknown = [];
    foreach (everySource() as [$where, $source]) {
        $cited[Documents::publication($source->document) ?? ''] = true;
        if (! Documents::knows($source)) {
            $unknown[] = "{$where}: {$source->tag()}";
        }
    }
    expect($unknown)->toBe([]);
    $code = implode(
        "\n",
        array_map(
            static fn (SplFileInfo $f): string => $f->isFile() && $f->getExtension() === 'php' && $f->getFilename() !== 'Documents.php'
                ? (string) file_get_contents($f->getPathname()) : '',
            iterator_to_array(new RecursiveIteratorIterator(new RecursiveDirectoryIterator(dirname(__DIR__, 2).'/src')), false),
        ),
    );
    $idle = array_filter(array_keys(Documents::ALL), static fn (string $title): bool => ! isset($cited[$title]) && ! str_contains($code, $title));
    expect(array_values($idle))->toBe([]);
});

it('does not know a publication that is not registered', function () {
    expect(Documents::knows(Source::standard('EN 99999')))->toBeFalse()->and(Documents::knows(Source::fromMemory('somebody’s leaflet')))->toBeFalse()
        ->and(Documents::knows(Source::maker('')))->toBeFalse()
        ->and(Documents::knows(Source::standard('EN 805', '11.3.3')))->toBeTrue()->and(Documents::knows(Source::fromMemory()))->toBeTrue()
        ->and(Documents::knows(Source::standard('')))->toBeFalse();
});
