<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Exceptions\Refused;
use App\Http\Requests\SessionRequest;
use App\Models\Person;
use Diastoma\Core\Sitting\Rights;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\Auth;

final class SessionController
{
    public function store(SessionRequest $request): JsonResponse
    {
        $given = $request->validated();
        if (! Auth::attempt($given)) {
            throw Refused::input(
                'Sign-in name and password do not go together. Type both again; the office can set a new password.',
                [['field' => 'password', 'detail' => 'does not match', 'value' => null]],
            );
        }
        $request->session()->regenerate();

        return $this->show($request);
    }

    public function show(Request $request): JsonResponse
    {
        /** @var Person $person */
        $person = $request->user();

        return new JsonResponse([
            'id' => $person->id, 'name' => $person->name, 'email' => $person->email, 'role' => $person->role, 'may' => Rights::all($person->role),
            'certificate_until' => $person->certificate_until,
        ]);
    }

    public function destroy(Request $request): JsonResponse
    {
        Auth::logout();
        $request->session()->invalidate();
        $request->session()->regenerateToken();

        return new JsonResponse(null, 204);
    }
}
