<?php

declare(strict_types=1);

namespace App\Catalogue\Http;

use App\Accounts\Models\Workspace;
use App\Catalogue\Fees\UnitCosts;
use App\Catalogue\Suppliers\MarkupListing;
use App\Catalogue\Suppliers\MarkupPrices;
use App\Support\Messages\Message;
use OpenApi\Attributes as OA;
use stdClass;
use Wrasse\Core\Money\Currency;
use Wrasse\Core\Money\PriceMove;

/** A listing before and after its supplier's markup. */
#[OA\Schema(schema: 'MarkupRow')]
final readonly class MarkupRow
{
    public function __construct(
        #[OA\Property] public string $sku,
        #[OA\Property] public string $title,
        #[OA\Property] public string $channel,
        #[OA\Property] public ?string $cost,
        #[OA\Property(description: 'What the cost is in; ISO 4217.')] public string $cost_currency,
        #[OA\Property(description: 'What prices are in.')] public string $currency,
        #[OA\Property] public string $old_price,
        #[OA\Property] public ?string $new_price,
        #[OA\Property] public ?string $change_percent,
        #[OA\Property(description: 'The reference price.')] public ?string $was,
        #[OA\Property] public ?string $margin_percent,
        #[OA\Property] public ?string $markup_percent,
        #[OA\Property(
            description: 'Why there is no price, or why it would not be taken.',
            ref: '#/components/schemas/Message',
            nullable: true,
        )]
        public ?Message $why,
    ) {
    }

    public static function of(stdClass $row, MarkupPrices $prices, Workspace $workspace): self
    {
        $currency = Currency::of($row->currency);
        $costs = Currency::of($row->cost_currency ?? $workspace->currency);
        $listing = new MarkupListing(
            $row->supplier,
            $row->channel_id,
            $row->category,
            $row->fulfilment,
            $row->shipping_minor,
            UnitCosts::ofRow($row),
        );
        $suggested = $prices->suggest($listing);
        $price = $suggested instanceof Message ? null : $suggested['price'];
        $was = $suggested instanceof Message ? null : $suggested['was'];
        $profit = $price === null ? null : $prices->earnings($listing)->at($price);
        $amount = fn (?int $minor): ?string => $minor === null ? null : $currency->format($minor);

        return new self(
            $row->sku,
            $row->title,
            $row->channel,
            $row->cost_minor === null ? null : $costs->format($row->cost_minor),
            $costs->code,
            $currency->code,
            $currency->format($row->price_minor),
            $amount($price),
            $price === null ? null : (new PriceMove($row->price_minor, $price))->percent(),
            $amount($was),
            $profit?->marginPercent(),
            $profit?->markupPercent(),
            $suggested instanceof Message ? $suggested : self::outside($row, (int) $price),
        );
    }

    private static function outside(stdClass $row, int $price): ?Message
    {
        return match (true) {
            $row->floor_minor !== null && $price < $row->floor_minor => Message::of('markup_below_floor'),
            $row->ceiling_minor !== null && $price > $row->ceiling_minor => Message::of('markup_above_ceiling'),
            default => null,
        };
    }
}
