<?php

declare(strict_types=1);

namespace App\Pricing\Actions;

use App\Catalogue\Models\Listing;
use App\Market\Events\PriceChangedElsewhere;
use App\Pricing\Models\PriceHold;
use App\Pricing\Models\Rule;

/**
 * Someone changed a price past us. A rule that is to leave it to them pauses the listing; any other decides anew, and
 * puts its own back.
 */
final readonly class HandleExternalPriceChange
{
    public function handle(PriceChangedElsewhere $event): void
    {
        // The price that someone set here is not the one that stands any more.
        PriceHold::query()->whereKey($event->listingId)->whereNotNull('arrived_at')->delete();
        $listing = Listing::query()->findOrFail($event->listingId);
        $rule = $listing->rule_id === null ? null : Rule::query()->find($listing->rule_id);
        if ($rule?->when_changed_elsewhere === 'adopt' && $rule->is_on && $listing->automation_on) {
            $listing->update([
                'automation_on' => false,
                'changed_elsewhere_at' => now(),
                'version' => $listing->version + 1,
            ]);
        }
    }
}
