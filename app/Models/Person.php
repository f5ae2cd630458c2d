<?php

declare(strict_types=1);

namespace App\Models;

use App\Exceptions\Refused;
use Diastoma\Core\Sitting\Action;
use Diastoma\Core\Sitting\Person as Sitter;
use Diastoma\Core\Sitting\Rights;
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

    public function may(Action $action): bool
    {
        return Rights::may($this->role, $action);
    }

    /** As the core knows them. */
    public function sitter(): Sitter
    {
        return new Sitter($this->name, $this->role, (string) $this->certificate_until);
    }

    /** @throws Refused if this person may not */
    public function must(Action $action): void
    {
        $refusal = Rights::refusal($this->role, $action);
        if ($refusal !== null) {
            throw Refused::forbidden($refusal);
        }
    }
}
