<?php

declare(strict_types=1);

namespace App\Sourcing\Http;

use App\Accounts\Models\Workspace;
use App\Catalogue\Fees\SaleTerms;
use App\Catalogue\Fees\UnitCosts;
use App\Sourcing\Models\ListingSource;
use OpenApi\Attributes as OA;
use Wrasse\Core\Money\Currency;
use Wrasse\Core\Money\Percent;

/** Where a listing is bought, and what it leaves at the cost there. */
#[OA\Schema(schema: 'ListingSource')]
final readonly class SourceResource
{
    private function __construct(
        #[OA\Property] public int $id,
        #[OA\Property] public int $listing_id,
        #[OA\Property] public string $sku,
        #[OA\Property] public string $title,
        #[OA\Property] public string $channel,
        #[OA\Property(description: 'The page that is watched for the listing, and bought from.')] public int $watch_id,
        #[OA\Property] public string $url,
        #[OA\Property] public string $shop,
        #[OA\Property(description: 'Its price becomes our unit cost.')] public bool $follows_cost,
        #[OA\Property(description: 'Sold out there, we have none.')] public bool $follows_stock,
        #[OA\Property(description: 'Readings in a row that have it in stock, before we have it again.')] public int $back_after,
        #[OA\Property(description: 'How many we say then; null: as many as before.')] public ?int $stock_back,
        #[OA\Property(description: 'What comes on top for each unit, in the currency of the page.')] public string $added,
        #[OA\Property(description: 'Contained in its price, and got back; null: the price is taken as it is.')] public ?string $tax_percent,
        #[OA\Property] public bool $is_out,
        #[OA\Property(description: 'What one comes to by the last good reading; null: none is known.')] public ?string $cost,
        #[OA\Property(description: 'ISO 4217')] public ?string $cost_currency,
        #[OA\Property(format: 'date-time')] public ?string $cost_at,
        #[OA\Property(description: 'Our unit cost, on which the price rests.')] public ?string $our_cost,
        #[OA\Property(description: 'ISO 4217')] public string $our_cost_currency,
        #[OA\Property(description: 'Of the listing.')] public string $price,
        #[OA\Property(description: 'ISO 4217')] public string $currency,
        #[OA\Property(description: 'What a sale leaves at our cost, of the net price.')] public ?string $margin_percent,
        #[OA\Property(description: 'What it would leave at the cost at the source.')] public ?string $margin_at_source_percent,
        #[OA\Property] public int $revision,
    ) {
    }

    /** @param  ListingSource  $source  with watch.site, listing.product and listing.channel */
    public static function of(ListingSource $source, Workspace $workspace, SaleTerms $terms): self
    {
        $listing = $source->listing;
        $product = $listing->product;
        $page = $source->cost_currency ?? $source->watch->good->currency ?? $source->watch->site->currency ?? $workspace->currency;
        $ours = $product->cost_currency ?? $workspace->currency;
        $channel = $terms->of($listing->channel_id, $product->category);
        $margin = fn (?int $cost, string $currency): ?string => $cost === null ? null : $terms
            ->earnings(
                // What comes on top is in the currency of our costs.
                new UnitCosts($cost, ...$currency === $ours ? [$product->inbound_minor, $product->packaging_minor, $product->handling_minor, $product->shipping_cost_minor] : [0, 0, 0, 0], currency: $currency),
                $listing->shipping_minor,
                $listing->fulfilment,
                $channel,
            )
            ->at($listing->price_minor)
            ?->marginPercent();

        return new self(
            $source->id,
            $listing->id,
            $listing->sku,
            $listing->title,
            $channel->name,
            $source->watch_id,
            $source->watch->url,
            $source->watch->site->name,
            $source->follows_cost,
            $source->follows_stock,
            $source->back_after,
            $source->stock_back,
            Currency::of($page)->format($source->added_minor),
            $source->tax_percent === null ? null : (string) Percent::parse($source->tax_percent),
            $source->is_out,
            $source->cost_minor === null ? null : Currency::of($page)->format($source->cost_minor),
            $source->cost_currency,
            $source->cost_at?->toRfc3339String(),
            $product->cost_minor === null ? null : Currency::of($ours)->format($product->cost_minor),
            $ours,
            $channel->currency->format($listing->price_minor),
            $channel->currency->code,
            $margin($product->cost_minor, $ours),
            $margin($source->cost_minor, $source->cost_currency ?? $ours),
            $source->revision,
        );
    }
}
