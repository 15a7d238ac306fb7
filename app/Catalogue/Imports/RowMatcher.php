<?php

declare(strict_types=1);

namespace App\Catalogue\Imports;

use App\Accounts\Models\Workspace;
use App\Catalogue\Batches\PlannedRow;
use App\Catalogue\Batches\RowWriter;
use App\Catalogue\Edits\LaterCost;
use App\Catalogue\Edits\SetCost;
use App\Catalogue\Fees\UnitCosts;
use App\Catalogue\Limits\OwnLimits;
use App\Catalogue\Suppliers\MarkupListing;
use App\Catalogue\Suppliers\MarkupPrices;
use App\Support\Messages\Message;
use Illuminate\Support\Facades\DB;
use stdClass;
use Wrasse\Core\Money\Currency;

/** Finds the product and the listing a row means, among some thousand rows, and works out what becomes of them. */
final readonly class RowMatcher
{
    private const NO_RULE = ['none', '-', '–'];

    /**
     * @param  array<string, stdClass>  $products  by SKU
     * @param  array<int, stdClass>  $productsById
     * @param  array<string, array<int, stdClass>>  $listings  by SKU and channel
     * @param  array<string, int>  $channels  by name, in small letters
     * @param  array<int, string>  $currencies  ISO 4217, by channel
     * @param  array<string, string>  $invoicedIn  ISO 4217, by supplier
     * @param  array<string, int>  $rules  likewise
     * @param  array{columns: array<string, int|null>, channel?: int, supplier?: string, currency?: string, effective_from?: string}  $spec
     */
    private function __construct(
        private Workspace $workspace,
        private MarkupPrices $markups,
        private RowReader $reader,
        private array $products,
        private array $productsById,
        private array $listings,
        private array $channels,
        private array $currencies,
        private array $invoicedIn,
        private array $rules,
        private array $spec,
    ) {
    }

    /**
     * @param  array<int, list<string>>  $records
     * @param  array{columns: array<string, int|null>, channel?: int, supplier?: string, currency?: string, effective_from?: string}  $spec
     */
    public static function for(Workspace $workspace, RowReader $reader, array $records, array $spec): self
    {
        $skus = $parents = [];
        foreach ($records as $record) {
            $skus[$reader->cell($record, 'sku')] = true;
            $parents[$reader->cell($record, 'product')] = true;
        }
        $skus = array_map(strval(...), array_keys($skus));
        $listings = [];
        $ids = [];
        foreach (
            DB::table('listings')
                ->where('workspace_id', $workspace->id)
                ->whereIn('sku', $skus)
                ->get([
                    'id',
                    'product_id',
                    'channel_id',
                    'sku',
                    'is_draft',
                    'price_minor',
                    'list_price_minor',
                    'shipping_minor',
                    'stock',
                    'condition',
                    'fulfilment',
                    'limits',
                    'rule_id',
                    'assigned_by',
                ]) as $row
        ) {
            $listings[(string) $row->sku][(int) $row->channel_id] = $row;
            $ids[(int) $row->product_id] = true;
        }
        $products = $byId = [];
        $read = fn (string $by, array $among) => DB::table('products as p')
            ->leftJoin('suppliers as s', 's.id', '=', 'p.supplier_id')
            ->where('p.workspace_id', $workspace->id)
            ->whereIn($by, $among)
            ->select([
                'p.id',
                'p.sku',
                'p.title',
                'p.brand',
                'p.category',
                'p.gtin',
                'p.mpn',
                'p.rrp_minor',
                'p.map_minor',
                's.name as supplier',
                ...array_map(fn (string $column) => "p.{$column}", RowWriter::COSTS),
            ])
            ->selectRaw(
                '(SELECT max(h.effective_from) FROM product_costs h WHERE h.product_id = p.id) AS cost_known_from',
            )
            ->get();
        foreach ($read('p.sku', [...$skus, ...array_map(strval(...), array_keys($parents))]) as $row) {
            $products[(string) $row->sku] = $byId[(int) $row->id] = $row;
        }
        // A listing may have another SKU than its product.
        foreach ($read('p.id', array_keys(array_diff_key($ids, $byId))) as $row) {
            $byId[(int) $row->id] = $row;
        }
        $channels = DB::table('channels')
            ->where('workspace_id', $workspace->id)
            ->pluck('id', 'name')
            ->mapWithKeys(fn (int $id, string $name) => [mb_strtolower($name) => $id])
            ->all();

        return new self(
            $workspace,
            MarkupPrices::of($workspace),
            $reader,
            $products,
            $byId,
            $listings,
            $channels,
            DB::table('channels')->where('workspace_id', $workspace->id)->pluck('currency', 'id')->all(),
            DB::table('suppliers')
                ->where('workspace_id', $workspace->id)
                ->whereNotNull('currency')
                ->pluck('currency', 'name')
                ->all(),
            app(RuleNames::class)->ids(),
            $spec,
        );
    }

    /**
     * What must not come twice in a file.
     *
     * @param  list<string>  $record
     */
    public function key(array $record): ?string
    {
        $sku = $this->reader->cell($record, 'sku');

        return $sku === '' ? null : $sku.'|'.mb_strtolower($this->reader->cell($record, 'channel'));
    }

    /**
     * @param  list<string>  $record
     *
     * @throws RefusedRow
     */
    public function plan(array $record, string $sku, int $line): PlannedRow
    {
        if ($sku === '') {
            throw new RefusedRow(Message::of('row_no_sku'), 'sku');
        }
        $isOfListing = $this->reader->says($record, [...ImportColumns::LISTING, 'rule']);
        $channel = $this->channel($record, $sku, $isOfListing);
        $listing = $channel === null ? null : $this->listings[$sku][$channel] ?? null;
        $ofListing = [...$this->rule($record), ...$this->reader->listing($record, $this->currency($channel))];
        $product = $this->product($record, $sku, $listing);
        $given = $this->given($record, $product);
        if ($given === [] && $ofListing === [] && $channel === null) {
            throw new RefusedRow(Message::of('row_nothing_given'));
        }
        if (isset($this->spec['supplier'])) {
            $given += ['supplier' => $this->spec['supplier']];
        }
        [$before, $after] = $this->productChange($product, $sku, $record, $given);
        if (
            $channel !== null &&
            ($listing !== null || $ofListing !== [] || $this->reader->cell($record, 'channel') !== '')
        ) {
            $this->listingChange(
                $listing,
                $sku,
                $channel,
                $ofListing + $this->suggested($listing, $product, $channel, $given, $ofListing),
                $before,
                $after,
            );
        }
        $verdict = match (true) {
            $after === [] => 'same',
            $product === null || (isset($after['listing']) && $listing === null) => 'create',
            default => 'change',
        };

        return new PlannedRow(
            $sku,
            $verdict,
            null,
            $product?->id,
            $listing?->id,
            $before,
            $after,
            $line,
            $this->key($record),
            isset($after['listing']['price_minor']) ? $record : null,
        );
    }

    /** What prices and limits of its listings are in. */
    private function currency(?int $channel): Currency
    {
        return $channel === null ? $this->workspace->money() : Currency::of($this->currencies[$channel]);
    }

    /**
     * Costs are in the currency that the row names, or the whole file, or the supplier invoices in, or else in that of
     * the costs that are known.
     *
     * @param  list<string>  $record
     * @return array<string, int|string|null> columns of the product that the row gives
     *
     * @throws RefusedRow
     */
    private function given(array $record, ?stdClass $product): array
    {
        $fields = SetCost::OF_COST;
        if (! $this->reader->says($record, $fields)) {
            return $this->reader->product($record);
        }
        $supplier = $this->reader->cell($record, 'supplier') ?: $this->spec['supplier'] ?? $product?->supplier;
        $known = $product->cost_currency ?? $this->workspace->currency;
        $code = $this->reader->costCurrency($record)->code ??
            ($this->spec['currency'] ?? ($this->invoicedIn[(string) $supplier] ?? $known));
        $given = $this->reader->product($record, Currency::of($code));
        if ($product === null || $code === $known) {
            return $product === null ? [...$given, ...$this->kept($code)] : $given;
        }
        foreach ($fields as $field) {
            $column = SetCost::FIELDS[$field];
            if (! isset($given[$column]) && ($product->{$column} ?? 0) !== 0) {
                throw new RefusedRow(
                    Message::of(
                        'row_cost_other_currency',
                        known: $known,
                        currency: $code,
                        field: Message::of("field_{$field}"),
                    ),
                    $field,
                );
            }
        }

        return [...$given, 'cost_currency' => $this->kept($code)['cost_currency'] ?? null];
    }

    /** @return array{cost_currency?: string} as it is kept: not at all for the currency of the workspace */
    private function kept(string $code): array
    {
        return $code === $this->workspace->currency ? [] : ['cost_currency' => $code];
    }

    /**
     * @param  list<string>  $record
     *
     * @throws RefusedRow
     */
    private function channel(array $record, string $sku, bool $isNeeded): ?int
    {
        $name = $this->reader->cell($record, 'channel');
        if ($name !== '') {
            return $this->channels[mb_strtolower($name)] ??
                throw new RefusedRow(
                    Message::of(
                        'row_channel_unknown',
                        name: $name,
                        many: count($this->channels),
                        channels: implode(', ', array_map(ucfirst(...), array_keys($this->channels))),
                    ),
                    'channel',
                );
        }
        if (isset($this->spec['channel'])) {
            return $this->spec['channel'];
        }
        if (! $isNeeded) {
            return null;
        }
        $known = array_keys($this->listings[$sku] ?? []);

        return count($known) === 1
            ? $known[0]
            : throw new RefusedRow(
                Message::of('row_channel_missing'),
                'channel',
            );
    }

    /**
     * @param  list<string>  $record
     * @return array{rule?: int|null} null takes it off its rule
     *
     * @throws RefusedRow
     */
    private function rule(array $record): array
    {
        $name = $this->reader->cell($record, 'rule');
        if ($name === '') {
            return [];
        }
        if (in_array(mb_strtolower($name), self::NO_RULE, true)) {
            return ['rule' => null];
        }

        return [
            'rule' => $this->rules[mb_strtolower($name)] ?? throw new RefusedRow(
                Message::of('row_rule_unknown', name: $name),
                'rule',
            ),
        ];
    }

    /** @param  list<string>  $record */
    private function product(array $record, string $sku, ?stdClass $listing): ?stdClass
    {
        $parent = $this->reader->cell($record, 'product');
        if ($parent !== '') {
            return $this->products[$parent] ??
                throw new RefusedRow(Message::of('row_product_unknown', parent: $parent), 'product');
        }
        $of = $listing ?? (array_values($this->listings[$sku] ?? [])[0] ?? null);

        return $of === null ? $this->products[$sku] ?? null : $this->productsById[(int) $of->product_id];
    }

    /**
     * @param  list<string>  $record
     * @param  array<string, int|string|null>  $given
     * @return array{array<string, array<string, mixed>>, array<string, array<string, mixed>>} before and after
     */
    private function productChange(?stdClass $product, string $sku, array $record, array $given): array
    {
        if ($product === null) {
            return isset($given['title'])
                ? [[], ['product' => ['sku' => $sku, ...$given]]]
                : throw new RefusedRow(Message::of('row_sku_unknown'), 'title');
        }
        $after = array_filter(
            $given,
            fn (int|string|null $value, string $column) => $value !== $product->{$column},
            ARRAY_FILTER_USE_BOTH,
        );
        $before = array_map(
            fn (string $column) => $product->{$column},
            array_combine(array_keys($after), array_keys($after)),
        );
        if (array_intersect_key($after, array_flip(RowWriter::COSTS)) !== []) {
            $late = LaterCost::says($this->workspace, $product->cost_known_from, $this->spec['effective_from'] ?? null);
            if ($late !== null) {
                throw new RefusedRow($late);
            }
        }

        return $after === [] ? [[], []] : [['product' => $before], ['product' => $after]];
    }

    /**
     * Stock, shipping, condition and fulfilment of a published listing are what its channel says; the file counts for
     * drafts.
     *
     * @param  array{
     *     price?: int,
     *     list_price?: int,
     *     shipping?: int,
     *     stock?: int,
     *     condition?: string,
     *     fulfilment?: string,
     *     floor?: int,
     *     ceiling?: int,
     *     rule?: int|null,
     * }  $given
     * @param  array<string, array<string, mixed>>  $before
     * @param  array<string, array<string, mixed>>  $after
     */
    private function listingChange(
        ?stdClass $listing,
        string $sku,
        int $channel,
        array $given,
        array &$before,
        array &$after,
    ): void {
        $columns = ['list_price' => 'list_price_minor', 'price' => 'price_minor'];
        if ($listing === null || $listing->is_draft) {
            $columns = [
                ...$columns,
                'shipping' => 'shipping_minor',
                'stock' => 'stock',
                'condition' => 'condition',
                'fulfilment' => 'fulfilment',
            ];
        }
        $values = [];
        foreach ($columns as $field => $column) {
            if (isset($given[$field])) {
                $values[$column] = $given[$field];
            }
        }
        if (array_key_exists('rule', $given) && $given['rule'] !== $listing?->rule_id) {
            $values = [
                ...$values,
                'rule_id' => $given['rule'],
                'assigned_by' => $given['rule'] === null ? null : 'hand',
            ];
        }
        /** @var array{floor: list<array<string, string>>, ceiling: list<array<string, string>>} $limits */
        $limits =
            $listing === null
                ? ['floor' => [], 'ceiling' => []]
                : json_decode($listing->limits, true, 16, JSON_THROW_ON_ERROR);
        $ownLimits = $this->limits($limits, $given, $this->currency($channel));
        if ($listing === null) {
            if (! isset($given['price'])) {
                throw new RefusedRow(Message::of('row_price_missing'), 'price');
            }
            $after['listing'] = ['sku' => $sku, 'channel_id' => $channel, ...$values, 'limits' => $ownLimits];

            return;
        }
        $old = ['limits' => $limits];
        foreach (array_keys($values) as $column) {
            $old[$column] = $listing->{$column};
        }
        $new = array_filter(
            ['limits' => $ownLimits, ...$values],
            fn (mixed $value, string $column) => $value !== $old[$column],
            ARRAY_FILTER_USE_BOTH,
        );
        if ($new !== []) {
            $before['listing'] = array_intersect_key($old, $new);
            $after['listing'] = $new;
        }
    }

    /**
     * A new listing without a price has the one that its supplier's markup gives.
     *
     * @param  array<string, int|string|null>  $given
     * @param  array<string, int|string>  $ofListing
     * @return array{price?: int, list_price?: int, shipping?: int}
     */
    private function suggested(
        ?stdClass $listing,
        ?stdClass $product,
        int $channel,
        array $given,
        array $ofListing,
    ): array {
        if ($listing !== null || isset($ofListing['price'])) {
            return [];
        }
        $cost = fn (string $column): int => $given[$column] ?? ($product->{$column} ?? 0);
        $suggested = $this->markups->suggest(
            new MarkupListing(
                $given['supplier'] ?? $product?->supplier,
                $channel,
                $given['category'] ?? $product?->category,
                $ofListing['fulfilment'] ?? 'merchant',
                $ofListing['shipping'] ?? 0,
                new UnitCosts(
                    $given['cost_minor'] ?? $product?->cost_minor,
                    $cost('inbound_minor'),
                    $cost('packaging_minor'),
                    $cost('handling_minor'),
                    $cost('shipping_cost_minor'),
                    array_key_exists('cost_currency', $given) ? $given['cost_currency'] : $product?->cost_currency,
                ),
            ),
        );
        if ($suggested instanceof Message) {
            return [];
        }

        return array_filter(
            ['price' => $suggested['price'], 'list_price' => $suggested['was'], 'shipping' => $suggested['shipping']],
            fn (?int $amount) => $amount !== null,
        );
    }

    /**
     * @param  array{floor: list<array<string, string>>, ceiling: list<array<string, string>>}  $limits
     * @param  array{floor?: int, ceiling?: int, ...}  $given
     * @return array{floor: list<array<string, string>>, ceiling: list<array<string, string>>}
     */
    private function limits(array $limits, array $given, Currency $currency): array
    {
        foreach (['floor', 'ceiling'] as $side) {
            if (isset($given[$side])) {
                $limits = OwnLimits::with($limits, $side, 'amount', [
                    'kind' => 'amount',
                    'amount' => $currency->format($given[$side]),
                ]);
            }
        }

        return $limits;
    }
}
