<?php

declare(strict_types=1);

namespace Diastoma\Core\Exception;

/** Everything the core throws on purpose; the message says what is wrong and what to do. */
interface CoreException extends \Throwable
{
}
