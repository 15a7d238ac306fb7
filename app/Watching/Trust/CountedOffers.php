<?php

declare(strict_types=1);

namespace App\Watching\Trust;

use App\Market\Models\ListingMarket;
use App\Market\WebOffers;
use App\Watching\Models\Watch;
use Illuminate\Support\Collection;
use Wrasse\Core\Money\Basis;
use Wrasse\Core\Money\Currency;

/** What pages come to in the markets of their listings. */
final readonly class CountedOffers
{
    private function __construct()
    {
    }

    /**
     * @param  Collection<int, Watch>  $watches  with listing and channel
     * @return array<int, string> with shipping, in the currency of the listing, by watch; those that do not count are left out
     */
    public static function landed(Collection $watches): array
    {
        $currencies = $watches->filter(fn (Watch $watch) => $watch->listing !== null)
            ->mapWithKeys(fn (Watch $watch) => [$watch->listing_id => $watch->listing?->channel->currency]);
        $landed = [];
        foreach (ListingMarket::query()->whereIn('listing_id', $currencies->keys())->get() as $market) {
            $currency = Currency::of((string) $currencies[$market->listing_id]);
            foreach (WebOffers::entries($market->web) as $entry) {
                if (isset($entry['observed'])) {
                    $landed[$entry['watch']] = $currency->format(
                        Basis::Landed->figure(
                            $currency->parse($entry['observed']['price']),
                            $currency->parse($entry['observed']['shipping'] ?? '0'),
                        ),
                    );
                }
            }
        }

        return $landed;
    }
}
