<?php

declare(strict_types=1);

namespace App\Office;

use Illuminate\Bus\Queueable;
use Illuminate\Contracts\Queue\ShouldBeEncrypted;
use Illuminate\Contracts\Queue\ShouldQueue;
use Illuminate\Mail\Mailable;

/** A link to a password, by e-mail. The link lets somebody in: while it waits to be sent nobody reads it. */
final class LinkMail extends Mailable implements ShouldBeEncrypted, ShouldQueue
{
    use Queueable;

    public function __construct(private readonly string $said, private readonly string $url, string $subject)
    {
        $this->subject = $subject;
    }

    public function build(): self
    {
        return $this->html(nl2br(e("{$this->said}\n\nOpen this link and choose a password:\n").'<a href="'.e($this->url).'">'.e($this->url).'</a>'));
    }
}
