<?php

declare(strict_types=1);

namespace Diastoma\Core\Sitting;

/** Whose a joint system or a card is, by its short name: those that ship are nobody's, others a job's or the installation's. */
final readonly class SystemName
{
    /**
     * @param  bool  $ships  it comes with the application
     * @param  bool  $isKnown  there are versions of it already
     * @param  ?string  $owner  the job whose it is; null where it is for every job of the installation
     */
    public function __construct(public string $key, private bool $ships, private bool $isKnown, private ?string $owner)
    {
    }

    /**
     * Why somebody may not write a version of it; null where they may.
     *
     * @param  string  $role  on the job
     * @param  bool  $forAll  for every job of the installation
     */
    public function refusal(string $job, string $role, bool $isAdministrator, bool $forAll): ?Refused
    {
        $against = match (true) {
            $this->ships => "“{$this->key}” comes with the application and is never changed: other jobs are judged by it. Choose another short name.",
            $this->isKnown && $this->owner !== null && $this->owner !== $job => "The short name “{$this->key}” is taken. Choose another.",
            default => null,
        };
        if ($against !== null) {
            return Refused::input($against, 'key', 'taken', $this->key);
        }
        $forbidden = Rights::refusal($role, $this->isKnown ? Action::ChangeSystem : Action::AddSystem)
            ?? ($forAll || $this->isKnown && $this->owner === null ? Rights::officeRefusal($isAdministrator) : null);

        return $forbidden === null ? null : Refused::forbidden($forbidden);
    }
}
