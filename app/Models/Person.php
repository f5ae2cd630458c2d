<?php

declare(strict_types=1);

namespace App\Models;

use App\Exceptions\Refused;
use Diastoma\Core\Sitting\Action;
use Diastoma\Core\Sitting\CertificateKind;
use Diastoma\Core\Sitting\Person as Sitter;
use Diastoma\Core\Sitting\Rights;
use Illuminate\Database\Eloquent\Concerns\HasUuids;
use Illuminate\Database\Eloquent\Relations\HasMany;
use Illuminate\Foundation\Auth\User;

/**
 * Somebody who signs in. What they are on a job is said by their membership there.
 *
 * @property string $id
 * @property string $name
 * @property string $email
 * @property ?string $password none until they have chosen one
 * @property bool $administrator of the whole installation
 * @property ?\Carbon\CarbonImmutable $left_at
 * @property ?string $code_secret of one-time codes
 * @property bool $code_on
 * @property int $code_counter
 */
final class Person extends User
{
    use HasUuids;
    use WholeSave;

    /** Last day of a certificate that has none. */
    private const NO_END = '9999-12-31';

    protected $table = 'people';

    protected $guarded = [];

    protected $hidden = ['password', 'remember_token', 'code_secret'];

    protected $casts = [
        'password' => 'hashed', 'administrator' => 'bool', 'left_at' => 'immutable_datetime', 'code_secret' => 'encrypted', 'code_on' => 'bool',
        'code_counter' => 'int',
    ];

    private ?LetIn $letIn = null;

    /** @var array<string, ?string> role by job, as asked */
    private array $roles = [];

    /** @return HasMany<Membership, $this> */
    public function memberships(): HasMany
    {
        return $this->hasMany(Membership::class);
    }

    /** @return HasMany<Certificate, $this> */
    public function certificates(): HasMany
    {
        return $this->hasMany(Certificate::class)->orderBy('kind');
    }

    /** @return ?string the role on a job; null where they are no member */
    public function roleOn(OfJob $what): ?string
    {
        $job = $what->jobId();

        return array_key_exists($job, $this->roles) ? $this->roles[$job]
            : $this->roles[$job] = Membership::query()->where('job_id', $job)->where('person_id', $this->id)->toBase()->value('role');
    }

    /**
     * @return string the role on a job
     *
     * @throws Refused if they are no member: they do not learn that there is such a job
     */
    public function mustBeOn(OfJob $what): string
    {
        return $this->roleOn($what) ?? throw Refused::nothing();
    }

    /** As the core knows them on a job. */
    public function sitter(OfJob $on): Sitter
    {
        $sitter = $this->asSitter($on);
        Job::query()->findOrFail($on->jobId(), ['id', 'closed_at'])->mustBeOpen();

        return $sitter;
    }

    /** The same to look with, also on a job that is closed. */
    public function asSitter(OfJob $on): Sitter
    {
        return $this->sitterAs($this->mustBeOn($on));
    }

    /** The same in a role that they have, or had when they took a main along. */
    public function sitterAs(string $role): Sitter
    {
        $papers = $this->papers();
        $this->letIn ??= new LetIn($this);

        return new Sitter(
            $this->name, $role, $papers[CertificateKind::Electrofusion->value] ?? '', $papers, $this->letIn->account, $this->letIn->oneWith,
        );
    }

    /** @return array<string, string> last day by kind of certificate: of each kind the one that lasts longest */
    public function papers(): array
    {
        $until = [];
        foreach (Certificate::query()->where('person_id', $this->id)->toBase()->get(['kind', 'until']) as $paper) {
            $until[$paper->kind] = max($until[$paper->kind] ?? '', $paper->until ?? self::NO_END);
        }

        return $until;
    }

    /** @return string last day of the certificate of a kind that lasts longest; empty where there is none */
    public function certificateUntil(CertificateKind $kind): string
    {
        return $this->papers()[$kind->value] ?? '';
    }

    /** @throws Refused if this person may not do that on this job */
    public function must(Action $action, OfJob $on): void
    {
        $refusal = Rights::refusal($this->mustBeOn($on), $action);
        if ($refusal !== null) {
            throw Refused::forbidden($refusal);
        }
        Job::query()->findOrFail($on->jobId(), ['id', 'closed_at'])->mustBeOpen($action);
    }

    /** @throws Refused if they are no administrator of the installation */
    public function mustKeepOffice(): void
    {
        $refusal = Rights::officeRefusal($this->administrator);
        if ($refusal !== null) {
            throw Refused::forbidden($refusal);
        }
    }

    /** Asked again: somebody may have been made a member meanwhile. */
    public function forgetRoles(): void
    {
        $this->roles = [];
    }
}
