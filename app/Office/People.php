<?php

declare(strict_types=1);

namespace App\Office;

use App\Exceptions\Refused;
use App\Models\Certificate;
use App\Models\Person;
use App\Pictures\Pictures;
use Diastoma\Core\Sitting\Rights;
use Illuminate\Http\UploadedFile;
use Illuminate\Support\Facades\DB;

/** The people of an installation, kept by its administrators. What it changes of somebody's papers goes onto the record of their jobs. */
final class People
{
    public function __construct(private readonly Crew $crew)
    {
    }

    /** @throws Refused if the sign-in name is taken */
    public static function make(string $name, string $email, bool $administrator = false): Person
    {
        self::mustBeFree($email, null);

        $signIn = SignInName::of($email);

        return Person::create(['name' => Namesakes::marked($name, $signIn), 'email' => $signIn, 'administrator' => $administrator])->refresh();
    }

    /**
     * @param  array{name: string, email: string, administrator?: bool}  $given
     *
     * @throws Refused if the sign-in name is taken, or nobody would be left to keep the office
     */
    public function change(Person $by, Person $person, array $given): void
    {
        $by->mustKeepOffice();
        DB::transaction(function () use ($by, $person, $given): void {
            $administrator = $given['administrator'] ?? $person->administrator;
            $administrator || $this->mustNotBeTheLast($person);
            self::mustBeFree($given['email'], $person);
            $signIn = SignInName::of($given['email']);
            $person->update(['name' => Namesakes::marked($given['name'], $signIn, $person->id), 'email' => $signIn, 'administrator' => $administrator]);
            $this->crew->papers($by, $person);
        });
    }

    /** Shut out at once; what they did stays. */
    public function leave(Person $by, Person $person): void
    {
        $by->mustKeepOffice();
        DB::transaction(function () use ($person): void {
            $this->mustNotBeTheLast($person);
            $person->update(['left_at' => now('UTC')]);
            SignIns::endAll($person);
            Links::end($person);
        });
    }

    /** With a new password: the old one may be why they left. */
    public function comeBack(Person $by, Person $person): void
    {
        $by->mustKeepOffice();
        $person->update(['left_at' => null, 'password' => null, 'code_on' => false, 'code_secret' => null]);
    }

    /** Where the telephone with the authenticator is lost. */
    public function dropCode(Person $by, Person $person): void
    {
        $by->mustKeepOffice();
        Refused::unless($by->is($person) ? 'Turn your own codes off under Account, with a code.' : null);
        $person->update(['code_on' => false, 'code_secret' => null]);
        SignIns::endAll($person);
    }

    /** @param  array{kind: string, number: string, until?: ?string}  $given */
    public function certify(Person $by, Person $person, array $given, ?UploadedFile $scan): void
    {
        $by->mustKeepOffice();
        Certificate::create([
            'person_id' => $person->id, 'kind' => $given['kind'], 'number' => $given['number'], 'until' => $given['until'] ?? null,
            'scan_sha256' => $scan === null ? null : Pictures::keep($scan)['sha256'],
        ]);
        $this->crew->papers($by, $person);
    }

    public function takeOff(Person $by, Person $person, string $certificate): void
    {
        $by->mustKeepOffice();
        $gone = Certificate::where('person_id', $person->id)->find($certificate) ?? throw Refused::nothing();
        $gone->delete();
        $this->crew->papers($by, $person, $gone);
    }

    private static function mustBeFree(string $email, ?Person $but): void
    {
        if (Person::where('email', SignInName::of($email))->when($but, static fn ($q) => $q->whereKeyNot($but?->id))->exists()) {
            throw Refused::input(
                'Somebody signs in by that name already. Choose another, or add them from the list.',
                [['field' => 'email', 'detail' => 'taken', 'value' => $email]],
            );
        }
    }

    private function mustNotBeTheLast(Person $person): void
    {
        $others = Person::where('administrator', true)->whereNull('left_at')->whereKeyNot($person->id)->lockForUpdate()->count();
        Refused::unless($person->administrator ? Rights::lastAdministrator($others) : null);
    }
}
