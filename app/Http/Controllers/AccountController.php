<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Exceptions\Refused;
use App\Http\Requests\CodeRequest;
use App\Http\Requests\NewPasswordRequest;
use App\Models\Person;
use App\Office\OneTimeCode;
use App\Office\Passwords;
use App\Office\SignIn;
use App\Office\SignIns;
use App\Office\SquareCode;
use App\Pages\Account;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\Hash;

/** What somebody keeps of their own: password, one-time codes, where they are signed in. */
final class AccountController
{
    private function person(Request $request): Person
    {
        /** @var Person */
        return $request->user();
    }

    public function password(NewPasswordRequest $request): JsonResponse
    {
        $given = $request->validated();
        Passwords::change($request->person(), (string) ($given['present'] ?? ''), $given['password'], $request->session()->getId());
        $request->session()->put('password_hash_web', $request->person()->getAuthPassword());

        return new JsonResponse(Account::of($request->person()));
    }

    public function signIns(Request $request): JsonResponse
    {
        return new JsonResponse(['sign_ins' => SignIns::of($this->person($request), $request->session()->getId())]);
    }

    public function endSignIn(Request $request, string $signIn): JsonResponse
    {
        return SignIns::end($this->person($request), $signIn) ? new JsonResponse(null, 204) : throw Refused::nothing();
    }

    /** A secret to begin with; it counts from the first code that is right. */
    public function beginCode(Request $request): JsonResponse
    {
        $person = $this->person($request);
        if ($person->code_on) {
            throw Refused::conflict('One-time codes are on already. Turn them off first, with a code.');
        }
        $secret = OneTimeCode::secret();
        $person->update(['code_secret' => $secret]);

        return new JsonResponse(['secret' => $secret, 'code' => SquareCode::rows(OneTimeCode::uri($secret, $person->email))], 201);
    }

    public function confirmCode(CodeRequest $request): JsonResponse
    {
        $person = $request->person();
        if (! Hash::check((string) $request->validated('password'), (string) $person->password)) {
            throw Refused::input('The password is not right. Type it again.', [['field' => 'password', 'detail' => 'does not match', 'value' => null]]);
        }
        if ($person->code_secret === null || ! SignIn::takes($person, $request->validated('code'))) {
            throw Refused::input(
                'The six digits are not right. Check that the clock of your telephone is, and type the next ones.',
                [['field' => 'code', 'detail' => 'does not match', 'value' => null]],
            );
        }
        $person->refresh()->update(['code_on' => true]);

        return new JsonResponse(Account::of($person));
    }

    public function endCode(CodeRequest $request): JsonResponse
    {
        $person = $request->person();
        if (! Hash::check((string) $request->validated('password'), (string) $person->password) || ! SignIn::takes($person, $request->validated('code'))) {
            throw Refused::input('Password and code do not go together.', [['field' => 'code', 'detail' => 'does not match', 'value' => null]]);
        }
        $person->refresh()->update(['code_on' => false, 'code_secret' => null]);

        return new JsonResponse(Account::of($person));
    }
}
