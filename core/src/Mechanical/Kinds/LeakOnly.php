<?php

declare(strict_types=1);

namespace Diastoma\Core\Mechanical\Kinds;

use Diastoma\Core\Procedure\ReadingSpec;
use Diastoma\Core\Procedure\Rules\ChoiceIs;
use Diastoma\Core\Procedure\Step;
use Diastoma\Core\Rulebook\Severity;
use Diastoma\Core\Rulebook\Source;

/** The line filled again where nothing may be tightened further: a leak means that it comes apart. */
final class LeakOnly
{
    public const TIGHT = 'tight';

    public const WEEPS = 'it weeps';

    /** @return list<Step> */
    public static function steps(bool $isRequired = false): array
    {
        $answer = ReadingSpec::choice('recharge', 'With the line filled again', [self::TIGHT, self::WEEPS]);

        return [new Step('recharge', 'Filled again', 'Fill slowly, let the air out, and look before anything is covered.', [
            $isRequired ? $answer : $answer->optional(),
        ], [new ChoiceIs('mc.recharge', 'recharge', 'With the line filled again', [
            self::WEEPS => [Severity::Stop, 'Lower the pressure, then take it apart: at its stop it cannot be tightened further.'],
        ], Source::commonPractice())], ['Nobody in line with an end while the line is filled.', 'Never tighten under pressure: lower it first.'])];
    }
}
