<?php

declare(strict_types=1);

namespace App\Console\Commands;

use App\Models\Equipment;
use App\Office\Instruments;
use Illuminate\Console\Command;

/** Gives a control unit or a pressure logger its token. It is shown once; only its hash is kept. */
final class DeviceToken extends Command
{
    protected $signature = 'device:token {serial : Serial number of the control unit or logger} {--days=180 : How long it is good for} {--revoke : Take '
        .'all its tokens away instead}';

    protected $description = 'Makes a bearer token with which a control unit or a pressure logger sends its samples';

    public function handle(): int
    {
        $unit = Equipment::whereIn('kind', ['control_unit', 'gauge'])->where('serial', $this->argument('serial'))->first();
        if ($unit === null) {
            $this->error('There is no control unit or gauge with that serial number.');

            return 2;
        }
        if ($this->option('revoke') === true) {
            $this->line(Instruments::endTokens($unit).' tokens taken away.');

            return self::SUCCESS;
        }
        $days = max(1, (int) $this->option('days'));
        $this->line(Instruments::issue($unit, $days));

        return self::SUCCESS;
    }
}
