<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Actions\AddJointSystem;
use App\Models\Job;
use App\Models\Person;
use App\Procedures\Catalogue;
use App\Procedures\Systems;
use Diastoma\Core\Mechanical\Cards\Card;
use Diastoma\Core\Mechanical\Cards\CardKind;
use Diastoma\Core\Mechanical\Cards\CardRow;
use Diastoma\Core\Pipe\Span;
use Diastoma\Core\Procedure\Procedure;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;

/** Cards of mechanical fittings, and every way in which a joint can be made. */
final class CardController
{
    /** @param  ?Job  $job  whose own are among them; those of every job without */
    public function index(?Job $job = null): JsonResponse
    {
        return new JsonResponse([
            'cards' => array_map(self::card(...), Systems::cards($job?->id)),
            'kinds' => array_map(static fn (CardKind $kind): array => [
                'id' => $kind->value, 'title' => $kind->title(), 'fields' => array_map(static fn (string $field): array => [
                    'id' => $field, 'label' => CardRow::FIELDS[$field][0], 'unit' => CardRow::FIELDS[$field][1]->value,
                ], $kind->fields()),
            ], CardKind::cases()),
            'materials' => Card::MATERIALS, 'media' => Card::MEDIA,
            'pipes' => array_map(static fn (string $id, string $title): array => ['id' => $id, 'title' => $title], array_keys(Span::MATERIALS),
                Span::MATERIALS),
            'methods' => array_map(static fn (Procedure $p): array => [
                'id' => $p->id(), 'title' => $p->title(), 'joins_unlike' => $p->joinsUnlike(), 'mechanical' => str_starts_with($p->id(), Card::PREFIX),
            ], Catalogue::joints($job?->id)),
        ]);
    }

    public function store(Request $request, Job $job, AddJointSystem $add): JsonResponse
    {
        /** @var Person $person */
        $person = $request->user();
        $card = $add->execute($job, $person, static fn (): Card => Card::fromArray(
            [...array_diff_key($request->json()->all(), ['for_all' => 1]), 'version' => 1],
        ), $request->json('for_all') === true);

        return new JsonResponse(self::card($card), 201);
    }

    /** @return array<string, mixed> */
    private static function card(Card $card): array
    {
        return [
            ...$card->toArray(), 'procedure' => $card->procedureId(), 'kind_title' => $card->kind->title(), 'joins_unlike' => $card->kind->joinsUnlike(),
            'joins_pipes' => $card->kind->joinsPipes(), 'shipped' => Systems::isShipped($card),
        ];
    }
}
