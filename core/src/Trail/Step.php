<?php

declare(strict_types=1);

namespace Wrasse\Core\Trail;

use function ucfirst;

/** One line of the why: what was looked at, as a message, with its figures. */
final readonly class Step
{
    /** @param  array<string, int>  $amounts in minor units */
    public function __construct(public string $step, public Message $message, public array $amounts)
    {
    }

    /** In English. */
    public function says(): string
    {
        return ucfirst($this->message->english());
    }
}
