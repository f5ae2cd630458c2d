<?php

declare(strict_types=1);

namespace App\Office;

use App\Exceptions\Refused;
use App\Models\Link;
use App\Models\Person;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Mail;
use Illuminate\Support\Str;

/** Links by which somebody sets their own password: an invitation, or a new start after the old one was forgotten. */
final class Links
{
    /** Days an invitation is good for, and hours a new start is. Common practice. */
    private const INVITATION_DAYS = 7;

    private const RESET_HOURS = 24;

    /**
     * A new link; those before it are good for nothing any more.
     *
     * @return array{name: string, url: string, expires_at: string, mailed: bool, code: list<string>}
     */
    public static function make(Person $person, Person $by): array
    {
        $isNew = $person->password === null;
        $token = Str::random(43);
        $expires = $isNew ? now('UTC')->addDays(self::INVITATION_DAYS) : now('UTC')->addHours(self::RESET_HOURS);
        DB::transaction(static function () use ($person, $by, $token, $expires): void {
            self::end($person);
            Link::create(['person_id' => $person->id, 'made_by' => $by->id, 'token_sha256' => hash('sha256', $token), 'expires_at' => $expires]);
        });
        $url = rtrim((string) config('app.url'), '/')."/join/{$token}";

        return ['name' => $person->name, 'url' => $url, 'expires_at' => $expires->format('Y-m-d\TH:i:s\Z'), 'mailed' => self::mail($person, $by, $url, $isNew),
            'code' => SquareCode::rows($url)];
    }

    /** Those that nobody has used are good for nothing any more. */
    public static function end(Person $person): void
    {
        Link::where('person_id', $person->id)->whereNull('used_at')->get()->each->delete();
    }

    /** @throws Refused if it is unknown, used or too old */
    public static function find(string $token): Link
    {
        $link = Link::with('person')->where('token_sha256', hash('sha256', $token))->first();
        if ($link === null || $link->used_at !== null || $link->expires_at < now('UTC') || $link->person->left_at !== null) {
            throw Refused::input('This link is not good any more: it was used, or is too old. Ask the office for a new one.');
        }

        return $link;
    }

    /** @throws Refused if the link is not good, or the password will not do */
    public static function accept(string $token, string $password): Person
    {
        return DB::transaction(static function () use ($token, $password): Person {
            $link = self::find($token);
            $taken = Link::query()->whereKey($link->id)->whereNull('used_at')->lockForUpdate()->first();
            if ($taken === null) {
                throw Refused::input('This link was used a moment ago. Sign in.');
            }
            Passwords::set($link->person, $password);
            $taken->update(['used_at' => now('UTC')]);
            SignIns::endAll($link->person);

            return $link->person;
        });
    }

    /** Sent where a mailer is set up; a link that could not be sent can still be shown and read. */
    private static function mail(Person $person, Person $by, string $url, bool $isNew): bool
    {
        if (in_array(config('mail.default'), ['log', 'array', null], true) || filter_var($person->email, FILTER_VALIDATE_EMAIL) === false) {
            return false;
        }
        $said = $isNew ? "{$by->name} has invited you to the joint book of their mains." : 'A new password was asked for.';
        try {
            Mail::to($person->email, $person->name)->send(new LinkMail($said, $url, $isNew ? 'You are invited' : 'Choose a new password'));

            return true;
        } catch (\Throwable $fault) {
            report($fault);

            return false;
        }
    }
}
