<?php

declare(strict_types=1);

namespace App\Models;

use Laravel\Sanctum\PersonalAccessToken;

/** What an instrument sends with. */
final class Token extends PersonalAccessToken
{
    use WholeSave;

    protected $table = 'personal_access_tokens';
}
