<?php

declare(strict_types=1);

use Core\Tests\Net\Walk;
use Diastoma\Core\Electrofusion\Coupler;
use Diastoma\Core\Electrofusion\Weld;
use Diastoma\Core\Gasketed\Rules\PushMethod;
use Diastoma\Core\Procedure\Situation;

/* Limits that change what is asked, waited for or shown, and no severity: LimitsTest cannot see them. limits-held-elsewhere.txt names the test of each. */
it('waits for the test by ef.test_factor', function (float $factor, string $at) {
    $walk = new Walk(Coupler::ID);
    $s = new Situation($walk->made(), $walk->facts(), $walk->rulebook->withLimit('ef.test_factor', $factor, 'Net', 'moved'));
    $weld = Weld::only();
    expect($weld->clocks($s)?->testAt->getTimestamp() - $weld->endedAt($s)?->getTimestamp())->toBe((int) $at);
})->with(['four cooling times of 20 min' => [4.0, '4800'], 'once' => [1.0, '1200'], 'a little over four' => [4.05, '4860']]);

it('sweeps at fewer places up to gs.feeler.small_up_to_dn', function (float $dn, int $least) {
    $walk = (new Walk('gasketed.di_push_on'))->knowing(['dn_mm' => $dn]);
    $limit = $walk->rulebook->value('gs.feeler.small_up_to_dn');
    expect($walk->specs($walk->made())['feeler_mm']->counts[0] ?? null)->toBe($least)->and(($dn <= $limit) === ($least === 8))->toBeTrue();
})->with([[300.0, 8], [400.0, 8], [401.0, 12]]);

it('names the way to push by size', function (float $dn, string $method) {
    foreach (['iso', 'us'] as $rulebook) {
        $walk = (new Walk('gasketed.di_push_on', $rulebook))->knowing(['dn_mm' => $dn]);
        expect(PushMethod::usual(new Situation($walk->made(), $walk->facts(), $walk->rulebook), 'ductile_iron'))->toBe($method);
    }
})->with('pushes');

dataset('pushes', function () {
    $limit = static fn (string $id): float => (new Walk('gasketed.di_push_on'))->rulebook->value($id);
    [$bar, $lever] = [$limit('gs.push.bar_up_to_dn'), $limit('gs.push.lever_up_to_dn')];

    return [[$bar, PushMethod::BAR], [$bar + 1, PushMethod::LEVER], [$lever, PushMethod::LEVER], [$lever + 1, PushMethod::LEVER.', or '.PushMethod::BOARD]];
});
