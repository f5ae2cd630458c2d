<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Http\Requests\SessionRequest;
use App\Models\Person;
use App\Office\SignIn;
use App\Pages\Account;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\Auth;

final class SessionController
{
    public function store(SessionRequest $request): JsonResponse
    {
        $given = $request->validated();
        $person = SignIn::person($given['email'], $given['password'], (string) ($given['code'] ?? ''), (string) $request->ip());

        return $this->enter($request, $person);
    }

    /** Signs somebody in who has shown who they are. */
    public static function enter(Request $request, Person $person): JsonResponse
    {
        Auth::login($person);
        $request->session()->regenerate();

        return new JsonResponse(Account::of($person));
    }

    public function show(Request $request): JsonResponse
    {
        /** @var Person $person */
        $person = $request->user();

        return new JsonResponse(Account::of($person));
    }

    public function destroy(Request $request): JsonResponse
    {
        Auth::logout();
        $request->session()->invalidate();
        $request->session()->regenerateToken();

        return new JsonResponse(null, 204);
    }
}
