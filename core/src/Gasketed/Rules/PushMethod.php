<?php

declare(strict_types=1);

namespace Diastoma\Core\Gasketed\Rules;

use Diastoma\Core\Procedure\Rule;
use Diastoma\Core\Procedure\Situation;
use Diastoma\Core\Quantity\Compare;
use Diastoma\Core\Rulebook\Finding;
use Diastoma\Core\Rulebook\Severity;
use Diastoma\Core\Rulebook\Source;

/** How a pipe is pushed home by its size; an excavator only against a board or an installation stub. */
final readonly class PushMethod implements Rule
{
    public const BAR = 'bar and block';

    public const LEVER = 'lever hoists or winch';

    public const BOARD = 'excavator against a board or stub';

    public const SLING = 'sling round the middle, pulled by an excavator';

    public const STUB_BAR = 'bar across an installation stub';

    public const STUB_BUCKET = 'bucket against an installation stub';

    public const BARE = 'excavator on the bare pipe';

    public const ALL = [self::BAR, self::LEVER, self::BOARD, self::SLING, self::STUB_BAR, self::STUB_BUCKET, self::BARE];

    /** Ways of their own that corrugated pipe is pushed by [common practice]. */
    private const CORRUGATED = [self::SLING, self::STUB_BAR, self::STUB_BUCKET];

    public function __construct(private string $material)
    {
    }

    public function id(): string
    {
        return 'gs.push_method';
    }

    public static function usual(Situation $s, string $material): string
    {
        if ($material === 'corrugated_hdpe') {
            return implode(', or ', self::CORRUGATED);
        }
        $dn = $s->facts->number('dn_mm');

        return match (true) {
            Compare::atMost($dn, $s->limit('gs.push.bar_up_to_dn')) => self::BAR,
            Compare::atMost($dn, $s->limit('gs.push.lever_up_to_dn')) => self::LEVER,
            default => self::LEVER.', or '.self::BOARD,
        };
    }

    public function judge(Situation $situation): ?Finding
    {
        $method = $situation->readings->text('push_method');
        if ($method === null) {
            return null;
        }
        $foreign = in_array($method, self::CORRUGATED, true) && $this->material !== 'corrugated_hdpe';
        $tooLarge = $method === self::BAR && ! Compare::atMost($situation->facts->number('dn_mm'), $situation->limit('gs.push.bar_up_to_dn'));

        return new Finding(
            $this->id(), match (true) {
                $method === self::BARE => Severity::Mend, $foreign, $tooLarge => Severity::Watch, default => Severity::Go
            },
            "Pushed with {$method}.",
            match (true) {
                $method === self::BARE => 'Look at the pipe end for cracks; push against a board or an installation stub.',
                $foreign => 'That is how corrugated pipe is pushed: here look that it goes in straight, and that nothing bears on the bell.',
                $tooLarge => 'A bar cannot push this size evenly: pull it in with hoists on both sides.',
                default => '',
            },
            Source::commonPractice('sizes from memory'), ['push_method'],
        );
    }
}
