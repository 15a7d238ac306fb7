<?php

declare(strict_types=1);

namespace App\Pricing\Deciding;

use App\Catalogue\Fees\UnitCosts;
use App\Catalogue\Limits\Scope;
use App\Support\Database\TypedRow;

/**
 * A listing with what decisions on it are made from, as ListingRows reads it. Properties from the market and the
 * current decision are only there where withMarket() was asked for. Amounts in minor units, times in seconds since
 * 1970.
 */
final class ListingRow extends TypedRow
{
    public int $id;

    public int $product_id;

    public int $channel_id;

    public string $sku;

    public string $title;

    public int $price_minor;

    public int $shipping_minor;

    public string $fulfilment;

    public string $condition;

    public ?int $stock;

    /** JSON: limits of the listing itself. */
    public ?string $limits;

    public ?int $floor_minor;

    public ?int $ceiling_minor;

    public ?string $problem;

    public ?int $profit_minor;

    public ?string $margin_percent;

    public ?string $markup_percent;

    /** The product's SKU. */
    public string $product;

    public ?string $category;

    public ?string $brand;

    public ?string $supplier;

    public ?int $cost_minor;

    /** ISO 4217; null: that of the workspace. */
    public ?string $cost_currency;

    public int $inbound_minor;

    public int $packaging_minor;

    public int $handling_minor;

    public int $shipping_cost_minor;

    public ?int $list_price_minor;

    public ?int $rrp_minor;

    public ?int $map_minor;

    public bool $holds_buy_box;

    public ?int $rule_id;

    public bool $automation_on;

    public bool $is_compared;

    public bool $is_draft;

    public ?int $rank;

    public ?int $field_size;

    public ?int $lowest_minor;

    public ?int $last_changed_at;

    /** The offers as PackedOffers packs them. */
    public ?string $packed;

    /** JSON: the offers, where they are not packed. */
    public ?string $offers;

    /** JSON: offers of other shops, as WebOffers reads them; null where no market is known. */
    public ?string $web;

    /** JSON: why offers do not count, by offer; null where no market is known. */
    public ?string $dropped;

    public ?int $seen_at;

    /** In microseconds. */
    public ?int $market_changed_at;

    public ?int $decision_id;

    public ?string $outcome;

    public ?string $reason;

    public ?int $decided_minor;

    /** The version of the rule that decided. */
    public ?int $decided_by;

    public function costs(): UnitCosts
    {
        return UnitCosts::ofRow($this);
    }

    /** @return array<string, string|null> what it is called in each scope of limits */
    public function scopes(string $channel): array
    {
        return [
            Scope::Channel->value => $channel,
            Scope::Supplier->value => $this->supplier,
            Scope::Category->value => $this->category,
            Scope::Brand->value => $this->brand,
            Scope::Product->value => $this->product,
        ];
    }
}
