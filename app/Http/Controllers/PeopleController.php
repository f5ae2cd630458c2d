<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Exceptions\Refused;
use App\Http\Requests\CertificateRequest;
use App\Http\Requests\PersonRequest;
use App\Models\Person;
use App\Office\Links;
use App\Office\People;
use App\Pages\Account;
use Diastoma\Core\Sitting\CertificateKind;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\DB;

/** The people of an installation. */
final class PeopleController
{
    private const MOST = 1000;

    public function __construct(private readonly People $people)
    {
    }

    private function by(Request $request): Person
    {
        /** @var Person $by */
        $by = $request->user();
        $by->mustKeepOffice();

        return $by;
    }

    public function index(Request $request): JsonResponse
    {
        $this->by($request);
        $people = Person::with('certificates', 'memberships')->orderByRaw('left_at IS NOT NULL')->orderBy('name')->limit(self::MOST)->get();

        return new JsonResponse([
            'people' => $people->map(Account::of(...))->all(),
            'kinds' => array_map(static fn (CertificateKind $k): array => ['id' => $k->value, 'title' => $k->title()], CertificateKind::cases()),
        ]);
    }

    public function store(PersonRequest $request): JsonResponse
    {
        $by = $this->by($request);
        $given = $request->validated();

        return new JsonResponse(DB::transaction(static function () use ($given, $by): array { // nobody stands there without a way in
            $person = People::make($given['name'], $given['email'], (bool) ($given['administrator'] ?? false));

            return ['person' => Account::of($person), 'link' => Links::make($person, $by)];
        }), 201);
    }

    public function update(PersonRequest $request, Person $person): JsonResponse
    {
        /** @var array{name: string, email: string, administrator?: bool} $given */
        $given = $request->validated();
        $this->people->change($this->by($request), $person, $given);

        return self::seen($person);
    }

    /** A link for whoever has not come yet, or has forgotten the password. */
    public function link(Request $request, Person $person): JsonResponse
    {
        $by = $this->by($request);
        Refused::unless($person->left_at === null ? null : "{$person->name} has left. Let them in again first.");

        return new JsonResponse(Links::make($person, $by), 201);
    }

    public function leave(Request $request, Person $person): JsonResponse
    {
        $this->people->leave($this->by($request), $person);

        return self::seen($person);
    }

    public function comeBack(Request $request, Person $person): JsonResponse
    {
        $this->people->comeBack($this->by($request), $person);

        return self::seen($person);
    }

    public function dropCode(Request $request, Person $person): JsonResponse
    {
        $this->people->dropCode($this->by($request), $person);

        return self::seen($person);
    }

    public function certificate(CertificateRequest $request, Person $person): JsonResponse
    {
        /** @var array{kind: string, number: string, until?: ?string} $given */
        $given = $request->validated();
        $this->people->certify($this->by($request), $person, $given, $request->file('scan'));

        return self::seen($person)->setStatusCode(201);
    }

    public function dropCertificate(Request $request, Person $person, string $certificate): JsonResponse
    {
        $this->people->takeOff($this->by($request), $person, $certificate);

        return self::seen($person);
    }

    private static function seen(Person $person): JsonResponse
    {
        return new JsonResponse(Account::of($person->refresh()));
    }
}
