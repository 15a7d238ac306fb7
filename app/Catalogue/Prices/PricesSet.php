<?php

declare(strict_types=1);

namespace App\Catalogue\Prices;

use App\Support\Messages\Message;

/** What became of prices that people set. */
final readonly class PricesSet
{
    /**
     * @param  array<int, Message>  $refused  why a price was not taken, by listing
     * @param  array<int, Message>  $notes  what is to be known of one that was taken, by listing: what it waits for
     */
    public function __construct(public array $refused = [], public array $notes = [])
    {
    }
}
