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
    public function index(): JsonResponse
    {
        return new JsonResponse([
            'systems' => array_map(self::system(...), Systems::latest()),
            'homes' => array_map(static fn (Home $home): array => ['id' => $home->value, 'said' => $home->said()], Home::cases()),
            'materials' => array_keys(LiftCard::DENSITIES), 'tables' => JointSystem::TABLES, 'media' => JointSystem::MEDIA,
        ]);
    }

    public function store(Request $request, Job $job, AddJointSystem $add): JsonResponse
    {
        /** @var Person $person */
        $person = $request->user();

        $read = static fn (): JointSystem => JointSystem::fromArray([...$request->json()->all(), 'version' => 1]);
        $system = $add->execute($job, $person, $read);

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
