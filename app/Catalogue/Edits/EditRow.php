<?php

declare(strict_types=1);

namespace App\Catalogue\Edits;

use App\Catalogue\Fees\UnitCosts;
use App\Catalogue\Suppliers\MarkupListing;
use App\Support\Database\TypedRow;

/**
 * What a bulk edit is about: a listing with its product, or a product, as EditBatch reads it. Those of the other part
 * are not there. Amounts in minor units.
 */
final class EditRow extends TypedRow
{
    public int $product_id;

    public ?int $listing_id;

    /** Of the listing or the product: whichever is edited. */
    public string $sku;

    public ?string $category;

    public ?string $supplier;

    public ?int $cost_minor;

    /** ISO 4217; null: that of the workspace. */
    public ?string $cost_currency;

    public int $inbound_minor;

    public int $packaging_minor;

    public int $handling_minor;

    public int $shipping_cost_minor;

    public ?int $rrp_minor;

    // Of listings.

    public int $channel_id;

    /** ISO 4217: that of its channel. */
    public string $currency;

    public int $price_minor;

    public ?int $floor_minor;

    public ?int $ceiling_minor;

    public ?int $list_price_minor;

    public int $shipping_minor;

    public string $fulfilment;

    /** JSON. */
    public ?string $limits;

    public ?int $rule_id;

    public ?string $assigned_by;

    public bool $automation_on;

    public bool $is_draft;

    // Of products.

    public ?string $title;

    public ?string $brand;

    public ?string $gtin;

    public ?string $mpn;

    public ?int $map_minor;

    /** From when on the latest cost that is known holds. */
    public ?string $cost_known_from;

    /** Whether nothing comes on top of the unit cost. */
    public function hasUnitCostAlone(): bool
    {
        return $this->inbound_minor === 0 &&
            $this->packaging_minor === 0 &&
            $this->handling_minor === 0 &&
            $this->shipping_cost_minor === 0;
    }

    public function forMarkup(): MarkupListing
    {
        return new MarkupListing(
            $this->supplier,
            $this->channel_id,
            $this->category,
            $this->fulfilment,
            $this->shipping_minor,
            UnitCosts::ofRow($this),
        );
    }
}
