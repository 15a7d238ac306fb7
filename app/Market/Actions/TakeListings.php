<?php

declare(strict_types=1);

namespace App\Market\Actions;

use App\Catalogue\Events\Cause;
use App\Catalogue\Events\ListingsTouched;
use App\Catalogue\Models\Listing;
use App\Catalogue\Models\Product;
use App\Channels\DriverRegistry;
use App\Channels\Models\Channel;
use App\Channels\Ports\OfferSource;
use App\Channels\Ports\SourceListing;
use App\Market\Events\PriceChangedElsewhere;
use Illuminate\Support\Facades\Log;
use stdClass;
use Wrasse\Core\Money\Currency;
use Wrasse\Core\Money\InvalidAmount;

/**
 * Writes a page of a channel's listings: new ones are added, known ones get title, stock and terms. Prices of known
 * ones are left to the observation of offers where the channel shows any; of another this is all that is ever seen.
 */
final readonly class TakeListings
{
    private const LONGEST_TEXT = 255;

    private const LONGEST_GTIN = 14;

    public function __construct(private ShownPrice $shown)
    {
    }

    /**
     * Within a transaction.
     *
     * @param  list<SourceListing>  $listings
     */
    public function handle(Channel $channel, array $listings): void
    {
        $listings = $this->readable($channel, $listings);
        if ($listings === []) {
            return;
        }
        $before = $this->terms($channel, $listings);
        $this->write($channel, $listings, $this->products($channel, $listings));
        $this->tellChanges($channel, $before, $this->terms($channel, $listings));
        if (! DriverRegistry::has($channel, OfferSource::class)) {
            $this->comparePrices($channel, $listings);
        }
    }

    /**
     * A listing whose price is nothing, or that cannot be read, is left as it is known.
     *
     * @param  list<SourceListing>  $listings
     * @return array<string, SourceListing> by SKU
     */
    private function readable(Channel $channel, array $listings): array
    {
        $currency = Currency::of($channel->currency);
        $readable = [];
        foreach ($listings as $listing) {
            if ($this->isReadable($listing, $currency)) {
                $readable[$listing->sku] = $listing;
            }
        }
        if (count($readable) < count($listings)) {
            Log::warning("{$channel->name} sent listings that cannot be read.", [
                'channel' => $channel->id,
                'listings' => count($listings) - count($readable),
            ]);
        }

        return $readable;
    }

    private function isReadable(SourceListing $listing, Currency $currency): bool
    {
        $hasName =
            $listing->sku !== '' &&
            mb_strlen($listing->sku) <= self::LONGEST_TEXT &&
            mb_strlen($listing->item) <= self::LONGEST_TEXT;
        try {
            return $hasName && $currency->parse($listing->price) > 0 && $currency->parse($listing->shipping) >= 0;
        } catch (InvalidAmount) {
            return false;
        }
    }

    /**
     * @param  array<string, SourceListing>  $listings
     * @return array<string, int> ids of products by SKU; those that were not known are added
     */
    private function products(Channel $channel, array $listings): array
    {
        $now = now();
        Product::query()->upsert(
            array_values(
                array_map(
                    fn (SourceListing $listing) => [
                        'workspace_id' => $channel->workspace_id,
                        'sku' => $listing->sku,
                        'title' => self::text($listing->title),
                        'brand' => self::text($listing->brand),
                        'category' => self::text($listing->category),
                        'gtin' => mb_strlen((string) $listing->gtin) > self::LONGEST_GTIN ? null : $listing->gtin,
                        'created_at' => $now,
                        'updated_at' => $now,
                    ],
                    $listings,
                ),
            ),
            ['workspace_id', 'sku'],
            ['updated_at'],
        );

        return Product::query()->whereIn('sku', self::skus($listings))->pluck('id', 'sku')->all();
    }

    /**
     * @param  array<string, SourceListing>  $listings
     * @param  array<string, int>  $products  by SKU
     */
    private function write(Channel $channel, array $listings, array $products): void
    {
        $currency = Currency::of($channel->currency);
        $now = now();
        Listing::query()->upsert(
            array_values(
                array_map(
                    fn (SourceListing $listing) => [
                        'workspace_id' => $channel->workspace_id,
                        'channel_id' => $channel->id,
                        'product_id' => $products[$listing->sku],
                        'sku' => $listing->sku,
                        'item_ref' => $listing->item,
                        'title' => self::text($listing->title),
                        'condition' => self::text($listing->condition),
                        'fulfilment' => self::text($listing->fulfilment),
                        'price_minor' => $currency->parse($listing->price),
                        'list_price_minor' => $currency->parse($listing->price),
                        'shipping_minor' => $currency->parse($listing->shipping),
                        'stock' => $listing->stock,
                        'is_draft' => false,
                        'created_at' => $now,
                        'updated_at' => $now,
                    ],
                    $listings,
                ),
            ),
            ['channel_id', 'sku'],
            ['item_ref', 'title', 'condition', 'fulfilment', 'shipping_minor', 'stock', 'is_draft', 'updated_at'],
        );
    }

    private static function text(?string $text): ?string
    {
        return $text === null ? null : mb_substr($text, 0, self::LONGEST_TEXT);
    }

    /**
     * @param  array<string, SourceListing>  $listings
     * @return list<string> PHP makes numbers of keys that look like some
     */
    private static function skus(array $listings): array
    {
        return array_values(array_map(fn (SourceListing $listing) => $listing->sku, $listings));
    }

    /**
     * What prices depend on of the fields that a channel reports.
     *
     * @param  array<string, SourceListing>  $listings
     * @return array<int, string> by listing
     */
    private function terms(Channel $channel, array $listings): array
    {
        return Listing::query()
            ->where('channel_id', $channel->id)
            ->whereIn('sku', self::skus($listings))
            ->orderBy('id')
            ->toBase()
            ->get(['id', 'condition', 'fulfilment', 'shipping_minor', 'stock'])
            ->mapWithKeys(
                fn (stdClass $row) => [
                    (int) $row->id => implode("\0", [
                        $row->condition,
                        $row->fulfilment,
                        $row->shipping_minor,
                        $row->stock === null || $row->stock > 0 ? 'in stock' : 'out of stock',
                    ]),
                ],
            )
            ->all();
    }

    /**
     * @param  array<int, string>  $before
     * @param  array<int, string>  $after
     */
    private function tellChanges(Channel $channel, array $before, array $after): void
    {
        $changed = array_keys(
            array_filter(
                $after,
                fn (string $terms, int $id) => isset($before[$id]) && $before[$id] !== $terms,
                ARRAY_FILTER_USE_BOTH,
            ),
        );
        if ($changed !== []) {
            event(new ListingsTouched($channel->workspace_id, $changed, Cause::Stock));
        }
    }

    /** @param  array<string, SourceListing>  $shown */
    private function comparePrices(Channel $channel, array $shown): void
    {
        $listings = Listing::query()
            ->where('channel_id', $channel->id)
            ->whereIn('sku', self::skus($shown))
            ->orderBy('id')
            ->lockForUpdate()
            ->get()
            ->keyBy('id');
        $ours = $listings->map(fn (Listing $listing) => $listing->price_minor)->all();
        $theirs = $listings->map(fn (Listing $listing) => $shown[$listing->sku]->price)->all();
        foreach ($this->shown->setElsewhere($ours, $theirs, Currency::of($channel->currency)) as $id => $price) {
            $listings[$id]->update(['price_minor' => $price]);
            event(new PriceChangedElsewhere($channel->workspace_id, $id));
        }
    }
}
