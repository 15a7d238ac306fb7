<?php

declare(strict_types=1);

namespace App\Channels\Ports;

final readonly class ListingPage
{
    /**
     * @param  list<SourceListing>  $listings
     * @param  string|null  $next  cursor of the next page; null after the last
     * @param  int|null  $total  how many listings there are on all pages, where the channel says so
     */
    public function __construct(public array $listings, public ?string $next, public ?int $total = null)
    {
    }
}
