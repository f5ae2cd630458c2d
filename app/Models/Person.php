<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Concerns\HasUuids;
use Illuminate\Foundation\Auth\User;

/**
 * @property string $id
 * @property string $name
 * @property string $email
 * @property string $role jointer, supervisor, tester, inspector or admin
 * @property ?string $certificate_until day
 */
final class Person extends User
{
    use HasUuids;

    protected $table = 'people';

    protected $guarded = [];

    protected $hidden = ['password', 'remember_token'];

    protected $casts = ['password' => 'hashed'];

    public function isAnyOf(string ...$roles): bool
    {
        return in_array($this->role, $roles, true);
    }
}
