<?php

declare(strict_types=1);

namespace App\Pricing\Deciding;

use App\Accounts\Models\Workspace;
use Carbon\CarbonImmutable;
use Illuminate\Database\Eloquent\ModelNotFoundException;

/**
 * What its rule says of one listing at this moment; with no rule, how it compares with the cheapest. Nothing is stored.
 */
final readonly class DecideNow
{
    public function __construct(private Decider $decider)
    {
    }

    /** @throws ModelNotFoundException if the workspace has no such listing */
    public function of(Workspace $workspace, int $listingId): EvaluatedListing
    {
        $row =
            ListingRows::find($workspace->id, $listingId) ??
            throw new ModelNotFoundException();

        return $this->decider
            ->decide($workspace, [$row], Grounds::of($workspace, [$row])->document(...), CarbonImmutable::now())
            ->current();
    }
}
