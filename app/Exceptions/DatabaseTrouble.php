<?php

declare(strict_types=1);

namespace App\Exceptions;

/** What a database that could not do it just now says, by the codes of MariaDB and of its Galera cluster. */
enum DatabaseTrouble
{
    /** Others were writing the same: the transaction was undone whole and may be tried again. */
    case Lost;
    /** There is no server, it goes down, takes no more connections, or is not part of its cluster just now. */
    case Gone;

    private const CODES = [
        // waited too long for a lock; a deadlock, also with another node; interrupted by another node's
        1205 => self::Lost, 1213 => self::Lost, 1317 => self::Lost,
        1040 => self::Gone, 1047 => self::Gone, 1053 => self::Gone, 1927 => self::Gone, 2002 => self::Gone, 2003 => self::Gone, 2006 => self::Gone,
        2013 => self::Gone,
    ];

    /** Null where it is something else. Within a transaction that holds others the framework wraps what the server said. */
    public static function of(?\Throwable $e): ?self
    {
        for (; $e !== null; $e = $e->getPrevious()) {
            $known = $e instanceof \PDOException ? self::CODES[(int) ($e->errorInfo[1] ?? $e->getCode())] ?? null : null;
            if ($known !== null) {
                return $known;
            }
        }

        return null;
    }
}
