<?php

declare(strict_types=1);

namespace Wrasse\Core\Document;

use Wrasse\Core\Decision\Request;
use Wrasse\Core\Limits\Earnings;
use Wrasse\Core\Limits\Fee;
use Wrasse\Core\Limits\FixedFee;
use Wrasse\Core\Limits\PercentFee;
use Wrasse\Core\Limits\Tax;
use Wrasse\Core\Market\Basis;
use Wrasse\Core\Market\Listing;
use Wrasse\Core\Market\Offer;
use Wrasse\Core\Money\Currency;
use Wrasse\Core\Money\InvalidAmount;
use Wrasse\Core\Money\Percent;

/** Reads what a decision is made from. */
final readonly class RequestReader
{
    private const LISTING = [
        'sku', 'currency', 'seller', 'price', 'shipping', 'stock', 'condition', 'fulfilment', 'cost', 'extra_costs', 'list_price',
        'rrp', 'map', 'holds_buy_box', 'on_promotion', 'last_changed_at', 'changes_last_24h', 'sales',
    ];

    private const OFFER = [
        'seller', 'price', 'shipping', 'condition', 'fulfilment', 'in_stock', 'buy_box', 'rating_percent', 'rating_count',
        'handling_days', 'ship_from', 'marketplace_retail', 'source', 'seen_at',
    ];

    /** @throws InvalidDocument */
    public function read(Node $request): Request
    {
        $request->object('now', 'listing', 'fees', 'tax', 'limits', 'offers', 'rule');
        $listing = $request->at('listing')->object(...self::LISTING);
        $currency = $this->currency($listing->at('currency'));

        return new Request(
            $request->at('now')->time(),
            $this->listing($listing, $currency, $this->earnings($request, $listing, $currency)),
            (new LimitsReader($currency))->read($request->find('limits') ?? Node::of([], '$.limits')),
            array_map(fn (Node $offer) => $this->offer($offer, $currency), $request->find('offers')?->items() ?? []),
            (new RuleReader($currency))->read($request->at('rule')),
        );
    }

    /** @throws InvalidDocument */
    public function currency(Node $code): Currency
    {
        try {
            return Currency::of($code->string());
        } catch (InvalidAmount $e) {
            throw $code->expected($e->getMessage());
        }
    }

    /** @throws InvalidDocument */
    public function tax(?Node $tax): Tax
    {
        if ($tax === null) {
            return new Tax(Percent::of(0), true);
        }
        $tax->object('percent', 'included');

        return new Tax($tax->find('percent')?->percent(100) ?? Percent::of(0), $tax->find('included')?->bool() ?? true);
    }

    /** @throws InvalidDocument */
    public function fee(Node $fee, Currency $currency): Fee
    {
        if ($fee->at('kind')->oneOf('percent', 'fixed') === 'fixed') {
            return new FixedFee($fee->object('kind', 'amount')->at('amount')->amount($currency));
        }
        $fee->object('kind', 'percent', 'on', 'minimum', 'maximum');

        return new PercentFee(
            $fee->at('percent')->percent(100),
            $fee->find('on')?->enum(Basis::class) ?? Basis::Landed,
            $fee->find('minimum')?->amount($currency),
            $fee->find('maximum')?->amount($currency),
        );
    }

    private function earnings(Node $request, Node $listing, Currency $currency): Earnings
    {
        $cost = $listing->find('cost')?->amount($currency);
        foreach ($listing->find('extra_costs')?->items() ?? [] as $extra) {
            $extra->object('label', 'amount')->find('label')?->string();
            $amount = $extra->at('amount')->amount($currency);
            $cost = $cost === null ? null : $cost + $amount;
        }

        return new Earnings(
            $cost,
            $listing->find('shipping')?->amount($currency) ?? 0,
            $this->tax($request->find('tax')),
            array_map(fn (Node $fee) => $this->fee($fee, $currency), $request->find('fees')?->items() ?? []),
        );
    }

    private function listing(Node $listing, Currency $currency, Earnings $earnings): Listing
    {
        foreach ($listing->find('sales')?->items() ?? [] as $day) {
            $day->object('date', 'units', 'in_stock');
        }

        return new Listing(
            $listing->at('sku')->string(),
            $currency,
            $listing->at('seller')->string(),
            $listing->at('price')->amount($currency, 1),
            $earnings,
            $listing->find('stock')?->int(PHP_INT_MIN),
            $listing->find('condition')?->string() ?? 'new',
            $listing->find('fulfilment')?->string() ?? 'merchant',
            $listing->find('list_price')?->amount($currency, 1),
            $listing->find('rrp')?->amount($currency, 1),
            $listing->find('map')?->amount($currency, 1),
            $listing->find('holds_buy_box')?->bool() ?? false,
            $listing->find('on_promotion')?->bool() ?? false,
            $listing->find('last_changed_at')?->time(),
            $listing->find('changes_last_24h')?->int(0) ?? 0,
        );
    }

    private function offer(Node $offer, Currency $currency): Offer
    {
        $offer->object(...self::OFFER);

        return new Offer(
            $offer->at('seller')->string(),
            $offer->at('price')->amount($currency),
            $offer->find('shipping')?->amount($currency) ?? 0,
            $offer->find('condition')?->string() ?? 'new',
            $offer->find('fulfilment')?->string() ?? 'merchant',
            $offer->find('in_stock')?->bool() ?? true,
            $offer->find('buy_box')?->bool() ?? false,
            $offer->find('rating_percent')?->percent(100),
            $offer->find('rating_count')?->int(0),
            $offer->find('handling_days')?->int(0),
            $offer->find('ship_from')?->string(),
            $offer->find('marketplace_retail')?->bool() ?? false,
            $offer->find('source')?->string() ?? 'marketplace',
            $offer->find('seen_at')?->time(),
        );
    }
}
