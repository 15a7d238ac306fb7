<?php

declare(strict_types=1);

namespace App\Channels\Ports;

/** Prices that a channel has taken in. */
final readonly class Submission
{
    /**
     * @param  string  $reference  by what the channel, or a person, finds them again
     * @param  array<string, string|null>|null  $results  by SKU, as PricePublisher::results() gives them, where the
     *     channel answered at once
     */
    public function __construct(public string $reference, public ?array $results = null)
    {
    }
}
