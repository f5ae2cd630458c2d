<?php

declare(strict_types=1);

namespace Diastoma\Core\Sitting;

/** Who may do what: one table, for the server, the command line and the screens alike. */
final class Rights
{
    /** Whoever has it may do everything that any crew may. */
    private const EVERYTHING = Role::Admin;

    /** @return list<Role> who may, besides an administrator */
    private static function of(Action $action): array
    {
        return match ($action) {
            Action::ReadJoint, Action::ReadStretch, Action::CutOut, Action::Fuse, Action::BringFusion, Action::AddSystem, Action::MakeMain,
            Action::PlanLine, Action::BringAlignment, Action::AdoptPlan, Action::KeepJoints => [Role::Jointer, Role::Supervisor],
            Action::ReadSection, Action::Test, Action::KeepSections => [Role::Tester, Role::Supervisor],
            Action::OverruleStop, Action::JudgeAgain, Action::VerifyNonconformance,
            Action::KeepHoldPoints => [Role::Supervisor, Role::Inspector],
            Action::AcceptMend, Action::OverruleReadiness, Action::ChangeRulebook, Action::KeepPeople, Action::KeepInstruments, Action::ChangeSystem,
            Action::KeepJob => [Role::Supervisor],
            Action::WriteNote, Action::RaiseNonconformance => [Role::Jointer, Role::Tester, Role::Supervisor, Role::Inspector],
            Action::WriteMended, Action::ReadDay => [Role::Jointer, Role::Tester, Role::Supervisor],
            Action::SignTest, Action::SignHoldPoint => [Role::Tester, Role::Supervisor, Role::Inspector],
            Action::RejectPipe => [Role::Jointer, Role::Supervisor, Role::Inspector],
        };
    }

    public static function may(string $role, Action $action): bool
    {
        $is = Role::tryFrom($role);

        return $is !== null && ($is === self::EVERYTHING || in_array($is, self::of($action), true));
    }

    /** @return ?string why not; null where somebody may */
    public static function refusal(string $role, Action $action): ?string
    {
        return self::may($role, $action) ? null : $action->refusal($role);
    }

    /** @return list<string> everything that somebody may do, for the screens */
    public static function all(string $role): array
    {
        return array_values(array_map(
            static fn (Action $a): string => $a->value, array_filter(Action::cases(), static fn (Action $a): bool => self::may($role, $a)),
        ));
    }

    /**
     * Roles that somebody may give to another, or take. An inspector watches over the crew and is named by the administrator of the installation, never by the
     * crew's own supervisor.
     *
     * @return list<string>
     */
    public static function gives(string $role, bool $isAdministrator): array
    {
        $given = $isAdministrator ? Role::cases() : (self::may($role, Action::KeepPeople) ? [Role::Jointer, Role::Tester, Role::Supervisor] : []);

        return array_map(static fn (Role $r): string => $r->value, $given);
    }

    /**
     * Whoever made a link could open it and sign as another: it is for a browser in which nobody else is signed in.
     *
     * @param  string  $signedIn  name of whoever is signed in where it is opened, and whom it is not for; empty where nobody is
     * @return ?string why it is not taken there; null where it is
     */
    public static function linkRefusal(string $signedIn): ?string
    {
        return $signedIn === '' ? null : "{$signedIn} is signed in here, and this link is for somebody else: they open it in a browser of their own.";
    }

    /** So much may somebody bring in pictures in a day, bytes: some 600 of the size that the application makes them; our own value. */
    private const PICTURES_A_DAY = 300_000_000;

    /**
     * @param  bool  $isOnAJob  or keeps the installation
     * @param  int  $bytes  of all pictures within a day, this one with them
     * @return ?string why a picture is not taken of somebody; null where it is
     */
    public static function pictureRefusal(bool $isOnAJob, int $bytes): ?string
    {
        return match (true) {
            ! $isOnAJob => 'You are on no job, and a picture belongs to one. Have a supervisor put you on the crew.',
            $bytes > self::PICTURES_A_DAY => 'That is more in pictures than one person sends in a day. It stays on the device: send it tomorrow.',
            default => null,
        };
    }

    /**
     * Whoever comes first becomes the administrator: on a network that is whoever can read what the start printed.
     *
     * @param  string  $code  what the start printed; empty where it printed none
     * @return ?string why not; null where they may
     */
    public static function beginRefusal(string $code, string $typed): ?string
    {
        return $code === '' || hash_equals(strtolower($code), strtolower($typed)) ? null
            : 'That is not the code. Whoever started this installation has it: it stands where it was started.';
    }

    /** @return ?string why somebody may not keep people and jobs of the whole installation; null where they may */
    public static function officeRefusal(bool $isAdministrator): ?string
    {
        return $isAdministrator ? null : 'The administrator of the installation keeps its people and sets up its jobs. Ask the office.';
    }

    /**
     * An installation without an administrator could not be kept any more.
     *
     * @param  int  $others  administrators besides this one who are still here
     * @return ?string why this one stays administrator; null where they may go
     */
    public static function lastAdministrator(int $others): ?string
    {
        return $others > 0 ? null : 'This is the last administrator. Name another first.';
    }

    /** @return ?string why a role may not be given or taken; null where it may */
    public static function givingRefused(string $by, bool $isAdministrator, string $role): ?string
    {
        return match (true) {
            in_array($role, self::gives($by, $isAdministrator), true) => null,
            self::gives($by, $isAdministrator) === [] => Action::KeepPeople->refusal($by),
            default => "The {$role} of a job is named by the administrator of the installation, not by the crew. Ask the office.",
        };
    }

    /** @return list<string> roles that can be named to sign a hold point: the office does not stand in the trench, and the jointer made it */
    public static function holders(): array
    {
        return array_map(static fn (Role $r): string => $r->value, self::of(Action::SignHoldPoint));
    }

    /** @return list<string> roles whose signature a finished test wants */
    public static function signers(): array
    {
        return array_map(static fn (Role $r): string => $r->value, self::of(Action::SignTest));
    }
}
