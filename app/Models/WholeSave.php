<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Support\Facades\DB;

/** A row that is written together with whatever follows its being saved or deleted, or not at all: the journal of the office listens to it. */
trait WholeSave
{
    /** @param  array<string, mixed>  $options */
    public function save(array $options = []): bool
    {
        return DB::transaction(fn (): bool => parent::save($options));
    }

    public function delete(): ?bool
    {
        return DB::transaction(fn (): ?bool => parent::delete());
    }
}
