<?php

declare(strict_types=1);

namespace App\Procedures;

use App\Models\Joint;
use App\Models\Work;
use Diastoma\Core\Shift\Carried;
use Diastoma\Core\Sitting\Kind;
use Diastoma\Core\Sitting\State;

/** The shift sheet of a joint's place: the newest one of its main. */
final class OnShift
{
    /** @return array<string, bool|float|string> what the joint is told of it; nothing once it is accepted, or where there is none */
    public static function factsOf(Joint $joint): array
    {
        $sheet = in_array($joint->state, State::settled(), true) ? null : self::sheet($joint->main_id);

        return $sheet === null ? [] : Carried::facts($sheet->id, $sheet->title, Subject::work($sheet->setRelation('main', $joint->main)
            ->setRelation('job', $joint->main->job))->readings());
    }

    public static function sheet(string $main): ?Work
    {
        return Work::where('main_id', $main)->where('kind', Kind::Day->value)->latest('created_at')->first();
    }
}
