<?php

declare(strict_types=1);

/** @return array<string, array{version: string, license: string}> what Composer has installed, but for the lists of pins */
function installed(bool $isWithDevelopment): array
{
    $said = json_decode((string) file_get_contents(base_path('vendor/composer/installed.json')), true, flags: JSON_THROW_ON_ERROR);
    $found = [];
    foreach ($said['packages'] as $package) {
        if (($isWithDevelopment || ! in_array($package['name'], $said['dev-package-names'], true)) && ! str_starts_with($package['name'], 'diastoma/')) {
            $found[$package['name']] = ['version' => ltrim($package['version'], 'v'), 'license' => implode(' ', $package['license'] ?? [])];
        }
    }

    return $found;
}

// Found: what libraries bring along was of whatever version was newest on the day.
it('names the exact version of every PHP library, also of those that others bring along', function () {
    $asked = json_decode((string) file_get_contents(base_path('composer.json')), true, flags: JSON_THROW_ON_ERROR);
    $pinned = [...$asked['require'], ...$asked['require-dev']];
    foreach ($asked['repositories'] as $repository) {
        expect($repository['type'])->toBe('package')->and($repository)->not->toHaveKey('url');
        $pinned = [...$pinned, ...$repository['package']['require']];
    }
    $here = array_map(static fn (array $p): string => $p['version'], installed(true));
    expect(array_diff_assoc($here, $pinned))->toBe([])->and(count($here))->toBeGreaterThan(80);
});

it('names in NOTICE every part that comes under a licence of the GPL family, with its version', function () {
    $notice = (string) file_get_contents(base_path('NOTICE'));
    $front = json_decode((string) file_get_contents(base_path('package-lock.json')), true, flags: JSON_THROW_ON_ERROR)['packages'];
    $parts = array_filter(installed(false), static fn (array $p): bool => str_contains($p['license'], 'GPL'));
    foreach ($front as $path => $package) {
        $name = substr($path, strlen('node_modules/'));
        if (! ($package['dev'] ?? false) && (str_contains($package['license'] ?? '', 'GPL') || str_starts_with($name, '@php-wasm/'))) {
            $parts[$name] = ['version' => $package['version'], 'license' => 'GPL'];
        }
    }
    expect(count($parts))->toBeGreaterThan(5);
    foreach ($parts as $name => $part) {
        expect($notice)->toContain($name)->toContain($part['version']);
    }
});
