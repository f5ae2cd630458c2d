<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Exceptions\Refused;
use App\Http\Requests\FirstPersonRequest;
use App\Http\Requests\NewPasswordRequest;
use App\Models\Person;
use App\Office\Links;
use App\Office\Passwords;
use App\Office\SignInName;
use Diastoma\Core\Sitting\Rights;
use Illuminate\Http\JsonResponse;
use Illuminate\Support\Facades\Cache;

/** What somebody does who cannot sign in yet: the first administrator of an empty installation, and whoever holds a link. */
final class BeginController
{
    public function show(): JsonResponse
    {
        return new JsonResponse(['empty' => Person::query()->doesntExist(), 'code' => config('diastoma.first_code') !== '']);
    }

    public function store(FirstPersonRequest $request): JsonResponse
    {
        $given = $request->validated();
        $refusal = Rights::beginRefusal((string) config('diastoma.first_code'), trim((string) ($given['code'] ?? '')));
        $refusal === null || throw Refused::input($refusal, [['field' => 'code', 'detail' => 'not the one', 'value' => null]]);
        $fault = Passwords::fault($given['password'], [$given['name'], $given['email']]);
        if ($fault !== null) {
            throw Refused::input($fault, [['field' => 'password', 'detail' => 'will not do', 'value' => null]]);
        }
        $person = Cache::lock('begin', 10)->block(5, static function () use ($given): Person {
            if (Person::query()->exists()) {
                throw Refused::conflict('This installation has its administrator already. Sign in, or ask for a link.');
            }

            return Person::create([
                'name' => $given['name'], 'email' => SignInName::of($given['email']), 'password' => $given['password'], 'administrator' => true,
            ]);
        });

        return SessionController::enter($request, $person)->setStatusCode(201);
    }

    public function link(string $token): JsonResponse
    {
        $link = Links::find($token);

        return new JsonResponse(['name' => $link->person->name, 'email' => $link->person->email, 'new' => $link->person->password === null]);
    }

    public function accept(NewPasswordRequest $request, string $token): JsonResponse
    {
        $signedIn = $request->user();
        $isOther = $signedIn instanceof Person && ! $signedIn->is(Links::find($token)->person);
        $refusal = Rights::linkRefusal($isOther ? $signedIn->name : '');
        $refusal === null || throw Refused::conflict($refusal);
        $person = Links::accept($token, $request->validated('password'));

        // a link stands for the password, never for the second factor
        return $person->code_on ? new JsonResponse(null, 204) : SessionController::enter($request, $person);
    }
}
