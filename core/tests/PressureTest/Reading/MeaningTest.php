<?php

declare(strict_types=1);

it('reads the shut phase where a leak had emptied the main before it was judged', function (float $litresPerHour) {
    $section = Core\Tests\PressureTest\Sections::pe(['parts' => [[
        'material' => 'pe', 'length_m' => 24.0, 'dn_mm' => 180.0, 'inside_mm' => 147.2, 'wall_mm' => 16.4,
    ]]]);
    $method = Diastoma\Core\PressureTest\TestMethods::of('en805-pe');
    $plan = $method->plan($section);
    $run = (new Diastoma\Core\Simulation\PressureLogger($section, Diastoma\Core\Simulation\PressureFault::Leak, $litresPerHour))->run($plan, 17);
    $verdict = $method->judge($run, $plan, $section);
    $meaning = Diastoma\Core\PressureTest\Reading\Meaning::of($run->trace, $plan, $verdict, $section);
    expect($verdict->state())->toBe('failed')->and($meaning['looks_like'][0]['cause'])->toBe('leak')->and($meaning['leak_l_per_h'])
        ->toBeGreaterThan(0.6 * $litresPerHour);
})->with([3.0, 25.0]);
