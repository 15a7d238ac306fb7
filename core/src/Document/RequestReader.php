<?php

declare(strict_types=1);

namespace Wrasse\Core\Document;

use Wrasse\Core\Decision\Request;
use Wrasse\Core\Market\Listing;
use Wrasse\Core\Market\Sales;
use Wrasse\Core\Market\SalesDay;
use Wrasse\Core\Money\Currency;
use Wrasse\Core\Profit\Earnings;
use Wrasse\Core\Rule\Rule;

use function array_values;

/** Reads what a decision is made from. */
final class RequestReader
{
    private const LISTING = [
        'sku',
        'currency',
        'seller',
        'price',
        'shipping',
        'stock',
        'condition',
        'fulfilment',
        'cost',
        'extra_costs',
        'cost_currency',
        'cost_conversion',
        'list_price',
        'rrp',
        'map',
        'holds_buy_box',
        'on_promotion',
        'last_changed_at',
        'changes_last_24h',
        'sales',
    ];

    /** @var array<string, array{EarningsReader, LimitsReader, OfferReader}> by currency */
    private array $readers = [];

    /**
     * @param  Rule|null  $rule  where it has been read already, as for many listings on the same rule
     *
     * @throws InvalidDocument
     */
    public function read(Node $request, ?Rule $rule = null): Request
    {
        $request->object('now', 'today', 'listing', 'fees', 'tax', 'limits', 'offers', 'rule');
        $listing = $request->at('listing')->object(...self::LISTING);
        $currency = EarningsReader::currency($listing->at('currency'));

        [$earnings, $limits, $offers] = $this->readers[$currency->code] ??= [
            new EarningsReader($currency),
            new LimitsReader($currency),
            new OfferReader($currency),
        ];

        return new Request(
            $request->at('now')->time(),
            $this->listing(
                $listing,
                $currency,
                $earnings->read($listing, $request->find('fees'), $request->find('tax')),
                $request->find('today')?->date(),
            ),
            $limits->read($request->find('limits') ?? Node::of([], '$.limits')),
            $offers->all($request->find('offers') ?? Node::of([], '$.offers')),
            $rule ?? (new RuleReader($currency))->read($request->at('rule')),
        );
    }

    private function listing(Node $listing, Currency $currency, Earnings $earnings, ?int $today): Listing
    {
        return new Listing(
            $listing->at('sku')->string(),
            $currency,
            $listing->at('seller')->string(),
            $listing->at('price')->amount($currency, 1),
            $earnings,
            $listing->find('stock')?->int(PHP_INT_MIN),
            $listing->find('condition')?->string() ?? 'new',
            $listing->find('fulfilment')?->string() ?? 'merchant',
            $listing->find('list_price')?->amount($currency),
            $listing->find('rrp')?->amount($currency),
            $listing->find('map')?->amount($currency),
            $listing->find('holds_buy_box')?->bool() ?? false,
            $listing->find('on_promotion')?->bool() ?? false,
            $listing->find('last_changed_at')?->time(),
            $listing->find('changes_last_24h')?->int(0) ?? 0,
            $this->sales($listing->find('sales'), $today),
        );
    }

    private function sales(?Node $sales, ?int $today): Sales
    {
        $days = [];
        foreach ($sales?->items() ?? [] as $item) {
            $item->object('date', 'units', 'in_stock');
            $day = $item->at('date')->date();
            if (isset($days[$day])) {
                throw $item->at('date')->expected('each day once');
            }
            $days[$day] = new SalesDay(
                $day,
                $item->at('units')->int(0, 1_000_000_000),
                $item->find('in_stock')?->bool() ?? true,
            );
        }

        return new Sales(array_values($days), $today);
    }
}
