<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Http\Requests\MemberRequest;
use App\Models\Job;
use App\Models\Membership;
use App\Models\Person;
use App\Office\Crew;
use App\Office\Links;
use App\Office\People;
use App\Office\SignInName;
use App\Pages\Account;
use Diastoma\Core\Sitting\Action;
use Diastoma\Core\Sitting\Rights;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\DB;

/** Who works on a job. */
final class MemberController
{
    public function __construct(private readonly Crew $crew)
    {
    }

    public function index(Request $request, Job $job): JsonResponse
    {
        /** @var Person $person */
        $person = $request->user();

        return new JsonResponse($this->page($job, $person));
    }

    public function store(MemberRequest $request, Job $job): JsonResponse
    {
        $given = $request->validated();
        $by = $request->person();
        Crew::mustGive($job, $by, $given['role']); // asked first: a name that is taken is told to nobody else
        [$link] = DB::transaction(function () use ($given, $job, $by): array {
            $known = isset($given['person_id']) ? Crew::find($job, $by, $given['person_id'])
                : SignInName::person((string) $given['email']);
            $member = $known ?? People::make((string) $given['name'], (string) $given['email']);
            $this->crew->put($job, $by, $member, $given['role']);

            return [$known === null ? Links::make($member, $by) : null];
        });

        return new JsonResponse([...$this->page($job, $by), 'link' => $link], 201);
    }

    public function destroy(Request $request, Job $job, Person $person): JsonResponse
    {
        /** @var Person $by */
        $by = $request->user();
        $this->crew->remove($job, $by, $person);
        $by->forgetRoles();

        return new JsonResponse($by->roleOn($job) === null ? ['members' => [], 'others' => [], 'gives' => [], 'roles' => []] : $this->page($job, $by));
    }

    /** @return array<string, mixed> */
    private function page(Job $job, Person $by): array
    {
        $members = Membership::with('person.certificates', 'person.memberships')->where('job_id', $job->id)->get()->sortBy('person.name');
        $keeps = $by->administrator || Rights::may((string) $by->roleOn($job), Action::KeepPeople);
        $gives = Rights::gives((string) $by->roleOn($job), $by->administrator);

        return [
            'members' => array_values($members->map(static fn (Membership $m): array => [
                ...Account::of($m->person), 'role' => $m->role->value, 'changes' => in_array($m->role->value, $gives, true),
            ])->all()),
            'others' => $keeps ? Crew::others($job, $by)->orderBy('name')->limit(500)->get(['id', 'name', 'email'])->map(static fn (Person $p): array => [
                'id' => $p->id, 'name' => $p->name, 'email' => $by->administrator ? $p->email : null,
            ])->all() : [],
            'gives' => $gives,
            'roles' => array_map(static fn ($role): array => ['id' => $role->value, 'title' => $role->title()], \Diastoma\Core\Sitting\Role::cases()),
        ];
    }
}
