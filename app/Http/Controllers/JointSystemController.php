<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Actions\AddJointSystem;
use App\Models\Job;
use App\Models\Person;
use App\Procedures\Systems;
use Diastoma\Core\Gasketed\Systems\Home;
use Diastoma\Core\Gasketed\Systems\JointSystem;
use Diastoma\Core\Lifting\LiftCard;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;

final class JointSystemController
{
    /** @param  ?Job  $job  whose own are among them; those of every job without */
    public function index(?Job $job = null): JsonResponse
    {
        return new JsonResponse([
            'systems' => array_map(self::system(...), Systems::latest($job?->id)),
            'homes' => array_map(static fn (Home $home): array => ['id' => $home->value, 'said' => $home->said()], Home::cases()),
            'materials' => array_keys(LiftCard::DENSITIES), 'tables' => JointSystem::TABLES, 'media' => JointSystem::MEDIA,
        ]);
    }

    public function store(Request $request, Job $job, AddJointSystem $add): JsonResponse
    {
        /** @var Person $person */
        $person = $request->user();

        $read = static fn (): JointSystem => JointSystem::fromArray(
            [...array_diff_key($request->json()->all(), ['for_all' => 1]), 'version' => 1],
        );
        $system = $add->execute($job, $person, $read, $request->json('for_all') === true);

        return new JsonResponse(self::system($system), 201);
    }

    /** @return array<string, mixed> */
    private static function system(JointSystem $system): array
    {
        return [
            ...$system->toArray(), 'procedure' => $system->procedureId(), 'home_said' => $system->home->said(),
            'shipped' => Systems::isShipped($system),
        ];
    }
}
