<?php

declare(strict_types=1);

namespace App\Pages;

use App\Models\Certificate;
use App\Models\Membership;
use App\Models\Person;
use Diastoma\Core\Sitting\CertificateKind;
use Diastoma\Core\Sitting\Paper;

/** Somebody, as they and the office see them. */
final class Account
{
    /** @return array<string, mixed> */
    public static function of(Person $person): array
    {
        return [
            'id' => $person->id, 'name' => $person->name, 'email' => $person->email, 'administrator' => $person->administrator,
            'left' => $person->left_at !== null,
            'waiting' => $person->password === null, 'code_on' => $person->code_on, 'code_wanted' => self::wantsCodes($person),
            'code_required' => self::mustTurnCodesOn($person),
            'certificates' => $person->certificates->map(self::certificate(...))->all(),
        ];
    }

    /** Whether somebody had better turn one-time codes on. */
    private static function wantsCodes(Person $person): bool
    {
        return ! $person->code_on && ($person->administrator || $person->memberships->contains(static fn (Membership $m): bool => $m->role->isGuarded()));
    }

    /** Whether they must, before anything else. */
    public static function mustTurnCodesOn(Person $person): bool
    {
        return (bool) config('diastoma.codes_required') && self::wantsCodes($person);
    }

    /** @return array<string, mixed> */
    public static function certificate(Certificate $certificate): array
    {
        $kind = CertificateKind::from($certificate->kind);

        return [
            'id' => $certificate->id, 'kind' => $kind->value, 'title' => $kind->title(), 'number' => $certificate->number, 'until' => $certificate->until,
            'scan' => $certificate->scan_sha256, ...Paper::standing($certificate->until, now('UTC')->toDateTimeImmutable()),
        ];
    }
}
