<?php

declare(strict_types=1);

namespace Diastoma\Core\Rulebook;

use Diastoma\Core\Quantity\Unit;

/** How long what was seen or done may be relied on, and how far apart what belongs together may lie. Both rulebooks agree. */
final class StoryLimits
{
    /** @return list<Limit> */
    public static function all(): array
    {
        $practice = Source::commonPractice('no figure published; owners and makers differ');
        $memory = Source::fromMemory();

        return [
            new Limit('story.paper_days', 0.0, Unit::None, Source::commonPractice('the same day'), 'Paper may be entered so many days after the work'),
            new Limit('ef.age.conditions_min', 240.0, Unit::Minute, $practice, 'Weather and temperatures before the fusion'),
            new Limit('ef.age.scraped_min', 240.0, Unit::Minute, Source::commonPractice('owners say half an hour to some hours'),
                'Scraped before the fusion, bare'),
            new Limit('ef.age.wrapped_min', 1440.0, Unit::Minute, Source::commonPractice('the same day'), 'Scraped before the fusion, wrapped'),
            new Limit('ef.age.wiped_min', 30.0, Unit::Minute, Source::commonPractice('wiped, dried and joined at once'), 'Wiped before it is put together'),
            new Limit('ef.age.branch_min', 240.0, Unit::Minute, $practice, 'Saddle and branch tested before the tap'),
            new Limit('ef.agree.record_s', 5.0, Unit::Second, $memory, 'Length of a fusion record, off its start and end'),
            new Limit('gs.age.clean_min', 60.0, Unit::Minute, $practice, 'Bell and spigot cleaned before the push'),
            new Limit('gs.age.lubricant_min', 30.0, Unit::Minute, Source::commonPractice('lubricant dries and gathers dust'),
                'Lubricated, or found dry, before the push'),
            new Limit('gs.age.sealant_min', 120.0, Unit::Minute, $practice, 'Sealant laid before the push'),
            new Limit('gs.age.gasket_min', 240.0, Unit::Minute, $practice, 'Temperature of gasket or sealant before the push'),
            new Limit('gs.feeler.least_percent', 15.0, Unit::Percent, $memory, 'Feeler on the gasket, of the insertion, at the least'),
            new Limit('gs.feeler.most_percent', 100.0, Unit::Percent, Source::arithmetic('the gasket lies in the bell'),
                'Feeler on the gasket, of the insertion, at the most'),
            new Limit('gs.far_end_mm', 300.0, Unit::Millimetre, $memory, 'Far end of a pipe off its planned place, at the most'),
            new Limit('mc.age.cleaned_min', 120.0, Unit::Minute, $practice, 'Cleaned before the fitting is set'),
            new Limit('mc.age.lubricant_min', 60.0, Unit::Minute, $practice, 'Lubricated before the fitting is set'),
            new Limit('mc.age.off_min', 240.0, Unit::Minute, $practice, 'Shut and at zero before the bolts: a valve that passes fills it again'),
            new Limit('mc.age.leak_test_min', 240.0, Unit::Minute, $practice, 'Leak test before the tap'),
            new Limit('mc.agree.pressure_percent', 20.0, Unit::Percent, $memory, 'Pressure of the line against pressure in the main'),
            new Limit('mc.agree.design_percent', 70.0, Unit::Percent, $memory, 'Pressure in the main against the design pressure of its section'),
            new Limit('tr.buried_m', 0.6, Unit::Metre, Source::fromMemory('', 'as deep as somebody who kneels can be buried'),
                'Depth from which on signs of a cave-in ask for protection'),
            new Limit('tr.bedding_rock_mm', 150.0, Unit::Millimetre, $practice, 'Bedding on rock, at the least'),
            new Limit('ef.scrape.most_percent', 10.0, Unit::Percent, $memory, 'Scraped off radially, of the wall, at the most'),
            new Limit('tr.age.located_min', 20160.0, Unit::Minute, Source::fromMemory('', 'marks hold 10 to 30 days by local rule'),
                'Services located before the dig'),
            new Limit('tr.agree.depth_percent', 30.0, Unit::Percent, $memory, 'Depth of the trench against the planned depth'),
            new Limit('pt.age.talk_min', 720.0, Unit::Minute, Source::commonPractice('of the day'), 'Talk held and zone set before a test'),
            new Limit('pt.age.gauge_min', 240.0, Unit::Minute, $practice, 'Gauge and relief looked at before a test'),
        ];
    }
}
