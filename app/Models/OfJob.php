<?php

declare(strict_types=1);

namespace App\Models;

/** Something that belongs to a job, so that only its members see it. */
interface OfJob
{
    public function jobId(): string;
}
