<?php

declare(strict_types=1);

namespace App\Screens;

use App\Catalogue\Exports\CsvResponse;
use App\Catalogue\Imports\ImportColumns;
use App\Catalogue\Limits\OwnLimits;
use App\Catalogue\Listings\ListingSelection;
use Generator;
use stdClass;
use Symfony\Component\HttpFoundation\StreamedResponse;
use Wrasse\Core\Money\Currency;

/** Listings as a file, in the columns in which files are taken in, followed by where each listing stands. */
final readonly class ListingExport
{
    private const CHUNK = 2_000;

    private const STANDING = [
        'Currency',
        'Floor now',
        'Ceiling now',
        'Profit a piece',
        'Margin of price %',
        'Markup on cost %',
        'Stand',
        'Of',
        'Outcome',
        'Reason',
        'Cannot be priced because',
    ];

    /** What every row has in the currency of the workspace; the others stand in that of their row. */
    private const IN_OWN_CURRENCY = ['rrp', 'map'];

    /** @param  string  $currency  that of the workspace */
    public function __construct(private ListingSelection $selection, private string $currency)
    {
    }

    public function file(string $name): StreamedResponse
    {
        $head = array_map(fn (array $names): string => $names[0], ImportColumns::NAMES);
        foreach (self::IN_OWN_CURRENCY as $field) {
            $head[$field] .= " ({$this->currency})";
        }

        return CsvResponse::of($name, [...array_values($head), ...self::STANDING], $this->rows());
    }

    /** @return Generator<list<string|int|null>> */
    private function rows(): Generator
    {
        $listings = $this->selection
            ->query()
            ->join('products as p', 'p.id', '=', 'l.product_id')
            ->join('channels as c', 'c.id', '=', 'l.channel_id')
            ->join('workspaces as w', 'w.id', '=', 'l.workspace_id')
            ->leftJoin('suppliers as s', 's.id', '=', 'p.supplier_id')
            ->leftJoin('rules as r', 'r.id', '=', 'l.rule_id')
            ->leftJoin('current_decisions as d', 'd.listing_id', '=', 'l.id')
            ->select([
                'l.*',
                'p.sku as product_sku',
                'p.title as product_title',
                'p.brand',
                'p.category',
                'p.gtin',
                'p.mpn',
                's.name as supplier',
                'p.cost_minor',
                'p.cost_currency',
                'w.currency as own_currency',
                'p.inbound_minor',
                'p.packaging_minor',
                'p.handling_minor',
                'p.shipping_cost_minor',
                'p.rrp_minor',
                'p.map_minor',
                'c.name as channel_name',
                'c.currency',
                'r.name as rule_name',
                'd.outcome',
                'd.reason',
            ]);
        foreach ($listings->lazyById(self::CHUNK, 'l.id', 'id') as $row) {
            yield $this->row($row);
        }
    }

    /** @return list<string|int|null> */
    private function row(stdClass $row): array
    {
        $currency = Currency::of($row->currency);
        $costs = Currency::of($row->cost_currency ?? $row->own_currency);
        $in = fn (Currency $money) => fn (?int $minor): ?string => $minor === null ? null : $money->format($minor);
        [$amount, $cost, $own] = array_map($in, [$currency, $costs, Currency::of($row->own_currency)]);
        /** @var array{floor: list<array<string, string>>, ceiling: list<array<string, string>>} $limits */
        $limits = json_decode($row->limits, true, 16, JSON_THROW_ON_ERROR);

        return [
            $row->sku,
            $row->product_sku,
            $row->product_title,
            $row->brand,
            $row->category,
            $row->supplier,
            $row->gtin,
            $row->mpn,
            $cost($row->cost_minor),
            $costs->code,
            $cost($row->inbound_minor),
            $cost($row->packaging_minor),
            $cost($row->handling_minor),
            $cost($row->shipping_cost_minor),
            $own($row->rrp_minor),
            $own($row->map_minor),
            $row->channel_name,
            $amount($row->price_minor),
            $amount($row->list_price_minor),
            $amount($row->shipping_minor),
            $row->stock,
            $row->condition,
            $row->fulfilment,
            OwnLimits::amount($limits, 'floor'),
            OwnLimits::amount($limits, 'ceiling'),
            $row->rule_name,
            $row->currency,
            $amount($row->floor_minor),
            $amount($row->ceiling_minor),
            $amount($row->profit_minor),
            $row->margin_percent,
            $row->markup_percent,
            $row->rank,
            $row->rank === null ? null : $row->field_size + 1,
            $row->outcome,
            $row->reason,
            $row->problem,
        ];
    }
}
