<?php

declare(strict_types=1);

namespace Diastoma\Core\Rulebook;

/** What a hold point waits at. */
enum Occasion: string
{
    /** The first joint of each kind that is begun on a day, and every one begun before it is signed: before the ends are joined. */
    case FirstOfDay = 'first_of_day';

    /** A stop that somebody overruled: before anything further is done. */
    case Overruled = 'overruled';

    /** Before a step of one procedure. */
    case BeforeStep = 'before_step';

    /** Before a section is backfilled. */
    case BeforeBackfill = 'before_backfill';

    /** Before pressure goes on a section. */
    case BeforeTest = 'before_test';

    /** After a test, before the section is tested again or handed over. */
    case AfterTest = 'after_test';

    public function title(): string
    {
        return match ($this) {
            self::FirstOfDay => 'First joint of its kind today', self::Overruled => 'A stop was overruled', self::BeforeStep => 'Before a step',
            self::BeforeBackfill => 'Before backfill', self::BeforeTest => 'Before the test', self::AfterTest => 'After the test',
        };
    }

    /** What is looked at before somebody signs. Common practice; the owner's inspection plan governs. */
    public function look(): string
    {
        return match ($this) {
            self::FirstOfDay => 'Look at both ends, the fitting and the tools before the ends are joined.',
            self::Overruled => 'Look at what was stopped and at the reason for going on.',
            self::BeforeStep => 'Look at what was done so far before it goes on.',
            self::BeforeBackfill => 'Look at every joint, its bedding and its map before it is covered.',
            self::BeforeTest => 'Walk the section: ends, braces, gauge, people.',
            self::AfterTest => 'Look at the record of the test and at the section.',
        };
    }

    /** What it is asked on: a joint, or a section. */
    public function isOfSection(): bool
    {
        return in_array($this, [self::BeforeBackfill, self::BeforeTest, self::AfterTest], true);
    }
}
