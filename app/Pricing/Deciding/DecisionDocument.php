<?php

declare(strict_types=1);

namespace App\Pricing\Deciding;

use App\Catalogue\Limits\InheritedLimits;
use App\Catalogue\Models\Channel;
use App\Catalogue\Models\Listing;
use App\Catalogue\Models\Workspace;
use App\Market\Models\ListingMarket;
use Carbon\CarbonImmutable;
use Carbon\CarbonInterface;
use Wrasse\Core\Money\Currency;

/**
 * Writes down all that decisions on listings are made from, as the pricing core reads it. What many listings have in common is worked
 * out once, and columns are taken as they come from the database: this runs for every listing on every change.
 */
final class DecisionDocument
{
    private readonly string $now;

    /** @var array<string, array{Currency, string, list<array<string, mixed>>, array{percent: string, included: bool}}> currency, seller, fees and tax by channel and category */
    private array $channels = [];

    public function __construct(private readonly Workspace $workspace, private readonly InheritedLimits $limits, CarbonInterface $now)
    {
        $this->now = $now->toIso8601ZuluString();
    }

    /**
     * @param  Listing  $listing  with channel, product and its supplier
     * @param  int  $changes  of its price in the last 24 hours
     * @param  list<array{date: string, units: int, in_stock: bool}>  $sales
     * @return array<string, mixed>
     */
    public function of(Listing $listing, ?ListingMarket $market, RuleDocument $rule, int $changes, array $sales): array
    {
        $of = $listing->getAttributes();
        $product = $listing->product->getAttributes();
        [$currency, $seller, $fees, $tax] = $this->channels["{$of['channel_id']}\0{$product['category']}"] ??= $this->channel($listing->channel, $product['category']);
        $amount = fn (mixed $minor): ?string => $minor === null ? null : $currency->format((int) $minor);

        return [
            'now' => $this->now,
            'listing' => [
                'sku' => $of['sku'], 'currency' => $currency->code, 'seller' => $seller,
                'price' => $amount($of['price_minor']), 'shipping' => $amount($of['shipping_minor']), 'stock' => $of['stock'],
                'condition' => $of['condition'], 'fulfilment' => $of['fulfilment'],
                'cost' => $amount($product['cost_minor']), 'extra_costs' => self::extraCosts($product, $of['fulfilment'] === 'merchant', $currency),
                'list_price' => $amount($of['list_price_minor']), 'rrp' => $amount($product['rrp_minor']), 'map' => $amount($product['map_minor']),
                'holds_buy_box' => (bool) $of['holds_buy_box'], 'last_changed_at' => self::time($of['last_changed_at']),
                'changes_last_24h' => $changes, 'sales' => $sales,
            ],
            'fees' => $fees,
            'tax' => $tax,
            'limits' => $this->limits->of($listing),
            'offers' => $market === null ? [] : self::offers($market),
            'rule' => $rule->document,
        ];
    }

    /** @return array{Currency, string, list<array<string, mixed>>, array{percent: string, included: bool}} */
    private function channel(Channel $channel, ?string $category): array
    {
        $terms = $channel->termsOf($category, $this->workspace);

        return [Currency::of($channel->currency), $channel->seller, $terms['fees'], $terms['tax']];
    }

    /** @return list<array<string, mixed>> */
    private static function offers(ListingMarket $market): array
    {
        $seenAt = self::time($market->getAttributes()['seen_at']);
        $offers = $market->offers;
        foreach ($offers as &$offer) {
            $offer['seen_at'] = $seenAt;
        }

        return $offers;
    }

    /**
     * What comes on top of the unit cost. Sending costs us only where we send.
     *
     * @param  array<string, mixed>  $product
     * @return list<array{label: string, amount: string}>
     */
    private static function extraCosts(array $product, bool $weSend, Currency $currency): array
    {
        $costs = ['inbound' => $product['inbound_minor'], 'packaging' => $product['packaging_minor'], 'handling' => $product['handling_minor'], 'own shipping' => $weSend ? $product['shipping_cost_minor'] : 0];
        $listed = [];
        foreach ($costs as $label => $minor) {
            if ((int) $minor !== 0) {
                $listed[] = ['label' => $label, 'amount' => $currency->format((int) $minor)];
            }
        }

        return $listed;
    }

    /** A time as the database gives it, such as "2026-03-02 09:00:00+00", in RFC 3339. */
    private static function time(mixed $stored): ?string
    {
        return match (true) {
            $stored === null => null,
            is_string($stored) && str_ends_with($stored, '+00') => substr($stored, 0, 10).'T'.substr($stored, 11, 8).'Z',
            default => CarbonImmutable::parse($stored)->toIso8601ZuluString(),
        };
    }
}
