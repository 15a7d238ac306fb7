<?php

declare(strict_types=1);

namespace App\Pricing\Deciding;

use App\Catalogue\Limits\InheritedLimits;
use App\Catalogue\Models\Listing;
use Wrasse\Core\Decision\Decision;

/** A listing with what the core said of it and from what. */
final readonly class Decided
{
    /**
     * @param  InheritedLimits  $limits  the limits its input came from
     * @param  array<string, mixed>  $input
     */
    public function __construct(public Listing $listing, public InheritedLimits $limits, public array $input, public Decision $decision)
    {
    }
}
