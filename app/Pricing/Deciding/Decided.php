<?php

declare(strict_types=1);

namespace App\Pricing\Deciding;

use App\Catalogue\Models\Listing;
use Wrasse\Core\Decision\Decision;

/** A listing with what the core said of it and from what. */
final readonly class Decided
{
    /** @param  array<string, mixed>  $input */
    public function __construct(public Listing $listing, public array $input, public Decision $decision)
    {
    }
}
