<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Exceptions\Refused;
use App\Http\Requests\CertificateRequest;
use App\Http\Requests\PersonRequest;
use App\Models\Certificate;
use App\Models\Person;
use App\Office\Crew;
use App\Office\Links;
use App\Office\SignIns;
use App\Pages\Account;
use App\Pictures\Pictures;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;

/** The people of an installation, kept by its administrators. */
final class PeopleController
{
    private const MOST = 1000;

    /** @throws Refused if somebody is no administrator */
    private function administrator(Request $request): Person
    {
        /** @var Person $person */
        $person = $request->user();

        return $person->administrator ? $person : throw Refused::forbidden('The administrator of the installation keeps its people. Ask the office.');
    }

    public function index(Request $request): JsonResponse
    {
        $this->administrator($request);
        $people = Person::with('certificates')->orderByRaw('left_at IS NOT NULL')->orderBy('name')->limit(self::MOST)->get();

        return new JsonResponse(['people' => $people->map(Account::of(...))->all()]);
    }

    public function store(PersonRequest $request): JsonResponse
    {
        $by = $this->administrator($request);
        $person = self::make($request->validated('name'), $request->validated('email'), (bool) ($request->validated('administrator') ?? false));

        return new JsonResponse(['person' => Account::of($person), 'link' => Links::make($person, $by)], 201);
    }

    /** @throws Refused if the sign-in name is taken */
    public static function make(string $name, string $email, bool $administrator): Person
    {
        if (Person::where('email', $email)->exists()) {
            throw Refused::input(
                'Somebody signs in by that name already. Choose another, or add them from the list.',
                [['field' => 'email', 'detail' => 'taken', 'value' => $email]],
            );
        }

        return Person::create(['name' => $name, 'email' => $email, 'administrator' => $administrator])->refresh();
    }

    public function update(PersonRequest $request, Person $person): JsonResponse
    {
        $by = $this->administrator($request);
        $given = $request->validated();
        $isLess = $person->administrator && ($given['administrator'] ?? true) === false;
        $isLess && $this->notTheLast($person);
        if (Person::where('email', $given['email'])->whereKeyNot($person->id)->exists()) {
            throw Refused::input('Somebody signs in by that name already.', [['field' => 'email', 'detail' => 'taken', 'value' => $given['email']]]);
        }
        $person->update([
            'name' => $given['name'], 'email' => $given['email'], 'administrator' => $given['administrator'] ?? $person->administrator,
        ]);
        app(Crew::class)->papers($by, $person);

        return new JsonResponse(Account::of($person));
    }

    /** A link for whoever has not come yet, or has forgotten the password. */
    public function link(Request $request, Person $person): JsonResponse
    {
        $by = $this->administrator($request);
        Refused::unless($person->left_at === null ? null : "{$person->name} has left. Let them in again first.");

        return new JsonResponse(Links::make($person, $by), 201);
    }

    /** Shut out at once; what they did stays. */
    public function leave(Request $request, Person $person): JsonResponse
    {
        $this->administrator($request);
        $this->notTheLast($person);
        $person->update(['left_at' => now('UTC')]);
        SignIns::endAll($person);
        Links::end($person);

        return new JsonResponse(Account::of($person));
    }

    /** With a new password: the old one may be why they left. */
    public function comeBack(Request $request, Person $person): JsonResponse
    {
        $this->administrator($request);
        $person->update(['left_at' => null, 'password' => null, 'code_on' => false, 'code_secret' => null]);

        return new JsonResponse(Account::of($person));
    }

    /** Where the telephone with the authenticator is lost. */
    public function dropCode(Request $request, Person $person): JsonResponse
    {
        $by = $this->administrator($request);
        Refused::unless($by->is($person) ? 'Turn your own codes off under Account, with a code.' : null);
        $person->update(['code_on' => false, 'code_secret' => null]);
        SignIns::endAll($person);

        return new JsonResponse(Account::of($person));
    }

    public function certificate(CertificateRequest $request, Person $person, Crew $crew): JsonResponse
    {
        $by = $this->administrator($request);
        $given = $request->validated();
        $scan = $request->file('scan');
        Certificate::create([
            'person_id' => $person->id, 'kind' => $given['kind'], 'number' => $given['number'], 'until' => $given['until'] ?? null,
            'scan_sha256' => $scan === null ? null : Pictures::keep($scan)['sha256'],
        ]);
        $crew->papers($by, $person);

        return new JsonResponse(Account::of($person->refresh()), 201);
    }

    public function dropCertificate(Request $request, Person $person, string $certificate, Crew $crew): JsonResponse
    {
        $by = $this->administrator($request);
        $gone = Certificate::where('person_id', $person->id)->find($certificate) ?? throw Refused::nothing();
        $gone->delete();
        $crew->papers($by, $person, $gone);

        return new JsonResponse(Account::of($person->refresh()));
    }

    private function notTheLast(Person $person): void
    {
        if ($person->administrator && Person::where('administrator', true)->whereNull('left_at')->whereKeyNot($person->id)->doesntExist()) {
            throw Refused::conflict('This is the last administrator. Name another first.');
        }
    }
}
