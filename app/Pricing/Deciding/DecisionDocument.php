<?php

declare(strict_types=1);

namespace App\Pricing\Deciding;

use App\Catalogue\Limits\InheritedLimits;
use App\Catalogue\Models\Listing;
use App\Catalogue\Models\Workspace;
use App\Market\Models\ListingMarket;
use Carbon\CarbonInterface;
use Wrasse\Core\Money\Currency;

/** Writes down all that a decision on a listing is made from, as the pricing core reads it. */
final readonly class DecisionDocument
{
    /**
     * @param  Listing  $listing  with channel, product and its supplier
     * @param  int  $changes  of its price in the last 24 hours
     * @param  list<array{date: string, units: int, in_stock: bool}>  $sales
     * @return array<string, mixed>
     */
    public static function of(Workspace $workspace, InheritedLimits $limits, Listing $listing, ?ListingMarket $market, RuleDocument $rule, CarbonInterface $now, int $changes, array $sales): array
    {
        $currency = Currency::of($listing->channel->currency);
        $amount = fn (?int $minor) => $minor === null ? null : $currency->format($minor);
        $product = $listing->product;
        $seenAt = $market?->seen_at->toIso8601ZuluString();

        return [
            'now' => $now->toIso8601ZuluString(),
            'listing' => [
                'sku' => $listing->sku, 'currency' => $currency->code, 'seller' => $listing->channel->seller,
                'price' => $amount($listing->price_minor), 'shipping' => $amount($listing->shipping_minor), 'stock' => $listing->stock,
                'condition' => $listing->condition, 'fulfilment' => $listing->fulfilment,
                'cost' => $amount($product->cost_minor), 'extra_costs' => self::extraCosts($listing, $currency),
                'list_price' => $amount($listing->list_price_minor), 'rrp' => $amount($product->rrp_minor), 'map' => $amount($product->map_minor),
                'holds_buy_box' => $listing->holds_buy_box, 'last_changed_at' => $listing->last_changed_at?->toIso8601ZuluString(),
                'changes_last_24h' => $changes, 'sales' => $sales,
            ],
            'fees' => $listing->channel->fees,
            'tax' => ['percent' => rtrim(rtrim($workspace->tax_percent, '0'), '.'), 'included' => $workspace->tax_included],
            'limits' => $limits->of($listing),
            'offers' => array_map(fn (array $offer) => [...$offer, 'seen_at' => $seenAt], $market->offers ?? []),
            'rule' => $rule->document,
        ];
    }

    /**
     * What comes on top of the unit cost. Sending costs us only where we send.
     *
     * @return list<array{label: string, amount: string}>
     */
    private static function extraCosts(Listing $listing, Currency $currency): array
    {
        $product = $listing->product;
        $costs = [
            'inbound' => $product->inbound_minor, 'packaging' => $product->packaging_minor, 'handling' => $product->handling_minor,
            'own shipping' => $listing->fulfilment === 'merchant' ? $product->shipping_cost_minor : 0,
        ];
        $labels = array_keys(array_filter($costs));

        return array_map(fn (string $label) => ['label' => $label, 'amount' => $currency->format($costs[$label])], $labels);
    }
}
