<?php

declare(strict_types=1);

namespace Tests;

use Illuminate\Database\Connection;
use Illuminate\Support\Facades\DB;

/** Makes the n-th write of a request lose against others, once, as a deadlock does; the framework undoes the transaction. */
final class Losing
{
    public int $writes = 0;

    public bool $hasLost = false;

    private function __construct(private int $at)
    {
    }

    /** From now on: the write of this number, counted from the next. */
    public static function at(int $write): self
    {
        $losing = new self($write);
        DB::connection()->beforeExecuting(static function (string $sql, array $bound, Connection $connection) use ($losing): void {
            // of what a request keeps apart from its transaction, none is meant: throttles and sessions are tried again by whoever asks
            if (preg_match('/^(insert|update|delete)(?!.*`(sessions|cache|cache_locks)`)/i', $sql) !== 1 || $connection->transactionLevel() < 2) {
                return;
            }
            if (++$losing->writes === $losing->at) {
                $losing->hasLost = true;
                $lost = new \PDOException('Lost, for a try');
                $lost->errorInfo = ['40001', 1213, 'Lost, for a try'];
                throw $lost;
            }
        });

        return $losing;
    }

    public function again(int $at): void
    {
        [$this->at, $this->writes, $this->hasLost] = [$at, 0, false];
    }
}
