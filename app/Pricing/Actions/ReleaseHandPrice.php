<?php

declare(strict_types=1);

namespace App\Pricing\Actions;

use App\Accounts\Models\Workspace;
use App\Catalogue\Events\Cause;
use App\Catalogue\Models\Listing;
use App\Pricing\Models\PriceHold;
use Illuminate\Support\Facades\DB;

/** A price set by hand stands no longer: the listing is its rule's again, and decided on at once. */
final readonly class ReleaseHandPrice
{
    public function __construct(private DecideListings $decide)
    {
    }

    /** @return bool whether there was one */
    public function handle(int $listingId): bool
    {
        return DB::transaction(function () use ($listingId): bool {
            $listing = Listing::query()->lock('FOR NO KEY UPDATE')->findOrFail($listingId);
            $isReleased = PriceHold::query()->whereKey($listing->id)->delete() === 1;
            if ($isReleased) {
                $this->decide->handle(
                    Workspace::query()->findOrFail($listing->workspace_id),
                    [$listing->id],
                    Cause::Hand,
                );
            }

            return $isReleased;
        });
    }
}
