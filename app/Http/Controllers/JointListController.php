<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Actions\ListJoints;
use App\Exceptions\Refused;
use App\Http\Requests\JointListRequest;
use App\Imports\JointList;
use App\Models\Main;
use App\PressureTests\Progress;
use Diastoma\Core\Layout\Listed;
use Diastoma\Core\Sitting\Action;
use Illuminate\Http\JsonResponse;
use Illuminate\Support\Str;

/** Joints from a list: which column is which, what would be refused, and laying them. */
final class JointListController
{
    /** So much of what is wrong, or of what would be laid, is shown. */
    private const SHOWN = 100;

    public function store(JointListRequest $request, Main $main, ListJoints $lay): JsonResponse
    {
        $file = $request->file('file');
        $text = is_array($file) || $file === null ? '' : (string) $file->get();
        $list = JointList::of($text, $request->mapping(), $request->validated('unit'));
        $isTrial = $request->validated('dry') === '1';
        $person = $request->person();
        $person->must(Action::KeepJoints, $main);
        if ($isTrial && ! isset($list->at[Listed::STATION])) {
            return new JsonResponse([...self::file($list), 'joints' => 0, 'refused' => [], 'refused_count' => 0, 'preview' => [], 'laid' => false]);
        }
        $laid = $isTrial ? $lay->trial($main, $person, $list) : $lay->lay($main, $person, $list, Progress::of($request->validated('import')));

        return new JsonResponse([
            ...self::file($list), 'joints' => count($laid->joints), 'refused' => array_slice($laid->refused, 0, self::SHOWN),
            'refused_count' => count($laid->refused), 'preview' => array_slice($laid->joints, 0, 5), 'laid' => ! $isTrial,
        ], $isTrial ? 200 : 201);
    }

    public function cancel(Main $main, string $import): JsonResponse
    {
        if (! Str::isUuid($import)) {
            throw Refused::input('There is no such import.');
        }
        Progress::cancel($import, $main->id);

        return new JsonResponse(null, 204);
    }

    /** @return array<string, mixed> */
    private static function file(JointList $list): array
    {
        return [
            'columns' => $list->table->columns, 'rows' => count($list->table->rows), 'mapping' => (object) $list->at,
            'fields' => array_map(
                static fn (string $id, string $title): array => ['id' => $id, 'title' => $title, 'needed' => $id === Listed::STATION],
                array_keys(Listed::FIELDS),
                Listed::FIELDS,
            ),
        ];
    }
}
