<?php

declare(strict_types=1);

namespace Diastoma\Core\Shift;

use Diastoma\Core\Procedure\Facts;
use Diastoma\Core\Procedure\Procedure;
use Diastoma\Core\Procedure\Readings;
use Diastoma\Core\Procedure\ReadingSpec;
use Diastoma\Core\Procedure\Rule;
use Diastoma\Core\Procedure\Rules\Confirmed;
use Diastoma\Core\Procedure\Shared;
use Diastoma\Core\Procedure\Situation;
use Diastoma\Core\Procedure\Step;
use Diastoma\Core\Rulebook\Severity;
use Diastoma\Core\Rulebook\Source;

/**
 * What holds for the whole shift at one place, answered once: who is there, the weather, and whatever the joints of a kind ask that does not change from one
 * to the next. Joints take it over while it is fresh, see Carried.
 */
final class ShiftSheet extends Procedure
{
    public const PREFIX = 'shift.';

    public function __construct(private readonly Procedure $joint)
    {
    }

    public function id(): string
    {
        return self::PREFIX.$this->joint->id();
    }

    public function title(): string
    {
        return "Shift sheet: {$this->joint->title()}";
    }

    public function kind(): string
    {
        return 'day';
    }

    /** What was answered this morning is confirmed again with one press. */
    public function renews(): bool
    {
        return true;
    }

    public function isOneByOne(Step $step): bool
    {
        return $step->id === 'people';
    }

    public function steps(Situation $situation): array
    {
        $steps = [self::people()];
        $asked = $this->joint->steps(new Situation(new Readings, new Facts($situation->facts->toArray()), $situation->rulebook));
        foreach (Shared::cases() as $part) {
            $specs = [];
            foreach ($asked as $step) {
                foreach ($step->readings as $spec) {
                    if ($spec->shared === $part) {
                        $specs[] = self::asLast($spec, $situation);
                    }
                }
            }
            if ($specs !== []) {
                $steps[] = new Step($part->value, $part->title(), $part->instruction(), [...$specs, ...self::more($part)]);
            }
        }

        return $steps;
    }

    /** What was answered before is what the list says. */
    private static function asLast(ReadingSpec $spec, Situation $s): ReadingSpec
    {
        $last = $s->readings->reading($spec->key)?->value;
        $value = is_array($last) && ! array_is_list($last) ? $last['id'] ?? null : $last;
        $name = is_array($last) && is_string($last['name'] ?? null) ? "{$spec->label}: {$last['name']}" : '';

        return is_string($value) || is_float($value) || $value === true ? $spec->usually($value, $name) : $spec;
    }

    /** @return list<ReadingSpec> what else belongs on the sheet */
    private static function more(Shared $part): array
    {
        return match ($part) {
            Shared::Weather => [ReadingSpec::now(Carried::WEATHER_CHANGED, 'The weather has changed', 'Then answer it again')->optional()],
            Shared::Cleaning => [
                ReadingSpec::text('solvent_batch', 'Batch on the bottle or packet')->optional(),
                ReadingSpec::yesNo('wipes_ok', 'Wipes white, without lint, in a closed packet?'),
            ],
            Shared::Tools => [ReadingSpec::yesNo('tools_out', 'Tools laid out, each looked at?')],
            default => [],
        };
    }

    private static function people(): Step
    {
        return new Step(
            'people', 'People and place', 'Before anybody goes into the trench. Each of these is answered by itself.', [
                ReadingSpec::text('helper', 'Who helps', 'Names')->optional(),
                ReadingSpec::yesNo('inspected', 'Trench looked at by a competent person today?'),
                ReadingSpec::yesNo('services_found', 'Services found, marked and kept clear of?'),
            ], self::rules(), ['Nobody enters a trench that was not looked at today. The owner\'s procedure and local code govern. [common practice]'],
        );
    }

    /** @return list<Rule> */
    private static function rules(): array
    {
        return [
            new Confirmed(
                'shift.inspected', 'inspected', 'Trench inspected today.', 'The trench was not inspected today.',
                'Nobody goes in before a competent person has looked at it.', Severity::Stop, Source::standard('29 CFR 1926', '651(k)'),
                'Ground that stood yesterday falls today.',
            ),
            new Confirmed(
                'shift.services', 'services_found', 'Services found and marked.', 'Services are not found.',
                'Find and mark them before anything is dug or driven.', Severity::Stop, Source::commonPractice(),
                'A struck cable or gas main kills.',
            ),
        ];
    }

    public function clocks(Situation $situation): array
    {
        return [];
    }
}
