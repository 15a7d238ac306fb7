<?php

declare(strict_types=1);

namespace App\Market\Catalogue;

use App\Catalogue\Models\Listing;
use App\Channels\ChannelRefused;
use App\Channels\ChannelUnavailable;
use App\Channels\CircuitBreaker;
use App\Channels\DriverRegistry;
use App\Channels\Ports\CatalogueItem;
use App\Channels\Ports\CatalogueSearch;
use Wrasse\Core\Matching\ComparedProduct;
use Wrasse\Core\Matching\Matcher;
use Wrasse\Core\Matching\SearchKeywords;
use Wrasse\Core\Money\Currency;
use Wrasse\Core\Money\InvalidAmount;

/** What a buyer finds in the catalogue of a channel, beside what a listing is. */
final readonly class SearchCatalogue
{
    public function __construct(private DriverRegistry $drivers, private CircuitBreaker $breaker, private Matcher $matcher)
    {
    }

    /** What a buyer would type. */
    public static function keywords(Listing $listing): string
    {
        return SearchKeywords::of(self::ours($listing));
    }

    /**
     * @param  Listing  $listing  with product and channel
     * @return list<FoundItem> in the order of the channel
     *
     * @throws ChannelUnavailable
     * @throws ChannelRefused
     */
    public function handle(Listing $listing, string $words): array
    {
        $found = [];
        $problem = $this->breaker->run($listing->channel, function () use ($listing, $words, &$found): void {
            $found = $this->drivers->port($listing->channel, CatalogueSearch::class)->searchCatalogue($words);
        });
        if ($problem !== null) {
            throw $problem;
        }
        $ours = $this->matcher->read(self::ours($listing));
        $currency = Currency::of($listing->channel->currency);

        return array_map(function (CatalogueItem $item) use ($ours, $listing, $currency): FoundItem {
            $price = self::price($item->price, $currency);
            $result = $this->matcher->compare($ours, $this->matcher->read(
                new ComparedProduct($item->title, $item->brand, $item->gtin, price: $price, currency: $currency->code, category: $item->category),
            ));

            return new FoundItem($item, $price, $result, $item->item === $listing->item_ref);
        }, $found);
    }

    private static function ours(Listing $listing): ComparedProduct
    {
        $product = $listing->product;

        return new ComparedProduct($product->title, $product->brand, $product->gtin, $product->mpn, category: $product->category);
    }

    /** Null where the channel says nothing that can be read. */
    private static function price(?string $price, Currency $currency): ?string
    {
        try {
            return $price === null ? null : $currency->format($currency->parse($price));
        } catch (InvalidAmount) {
            return null;
        }
    }
}
