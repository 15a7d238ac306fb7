<?php

declare(strict_types=1);

namespace App\Catalogue\Batches;

use App\Accounts\Models\Workspace;
use App\Catalogue\Models\Batch;
use App\Catalogue\Prices\HandPrices;
use App\Channels\DriverRegistry;
use App\Channels\Ports\ListingSource;
use App\Support\Database\IdArray;
use App\Support\Messages\Message;
use Illuminate\Support\Facades\DB;

/**
 * Writes some thousand rows of a batch to products and listings, one way or the other, with a statement for each step.
 * Runs within a transaction. A row whose product or listing no longer has the values it was worked out from is left
 * alone.
 */
final class RowWriter implements BatchWriter
{
    /** Whether the costs of the batch hold from a later time, or have not been taken since. */
    private ?bool $isLater = null;

    /** The position of the last row at hand. */
    private int $last = 0;

    /** What a product costs, and the currency of all of it. */
    public const COSTS = [
        'cost_minor',
        'inbound_minor',
        'packaging_minor',
        'handling_minor',
        'shipping_cost_minor',
        'cost_currency',
    ];

    /** Columns that may be written, with their types. */
    private const PRODUCT = [
        'title' => 'text',
        'brand' => 'text',
        'mpn' => 'text',
        'category' => 'text',
        'gtin' => 'text',
        'cost_minor' => 'bigint',
        'inbound_minor' => 'bigint',
        'packaging_minor' => 'bigint',
        'handling_minor' => 'bigint',
        'shipping_cost_minor' => 'bigint',
        'cost_currency' => 'text',
        'rrp_minor' => 'bigint',
        'map_minor' => 'bigint',
    ];

    private const LISTING = [
        'title' => 'text',
        'condition' => 'text',
        'fulfilment' => 'text',
        'shipping_minor' => 'bigint',
        'list_price_minor' => 'bigint',
        'stock' => 'integer',
        'limits' => 'jsonb',
        'rule_id' => 'bigint',
        'assigned_by' => 'text',
        'automation_on' => 'boolean',
    ];

    /** @param  bool  $isUndo  from after back to before */
    public function __construct(
        private readonly Batch $batch,
        private readonly bool $isUndo,
        private readonly HandPrices $prices,
    ) {
    }

    public function next(int $most): ?array
    {
        if (! $this->take($most)) {
            return null;
        }
        DB::select(
            <<<'SQL'
            SELECT id FROM products
            WHERE (workspace_id, id) IN (
                SELECT workspace_id, product_id
                FROM chunk
                WHERE product_to IS NOT NULL OR product_from IS NOT NULL
            )
            ORDER BY id FOR UPDATE
            SQL,
        );
        DB::select(
            <<<'SQL'
                SELECT l.id
                FROM listings l
                JOIN chunk c ON c.listing_id = l.id AND c.workspace_id = l.workspace_id
                ORDER BY l.id FOR UPDATE OF l
                SQL,
        );
        if ($this->isUndo) {
            $this->withdrawPrices();
        }
        $this->leaveWhatHasChanged();
        $this->writeProducts();
        $this->writeListings();
        $touched = DB::select(
            <<<'SQL'
            SELECT l.id FROM listings l JOIN chunk c ON c.listing_id = l.id WHERE c.listing_to IS NOT NULL
            UNION
            SELECT l.id
            FROM listings l
            JOIN chunk c ON c.product_id = l.product_id
            WHERE c.product_to IS NOT NULL
            ORDER BY id
            SQL,
        );
        $prices = DB::select(
            <<<'SQL'
                SELECT l.id, (c.listing_to ->> 'price_minor')::bigint AS price
                FROM chunk c
                JOIN listings l ON l.id = c.listing_id
                WHERE NOT l.is_draft AND jsonb_exists(c.listing_to, 'price_minor')
                SQL,
        );
        DB::update(
            <<<'SQL'
                UPDATE batch_rows r
                SET state = ?, product_id = c.product_id, listing_id = c.listing_id
                FROM chunk c
                WHERE r.batch_id = ? AND r.position > ? AND r.position <= ? AND r.position = c.position
                SQL,
            [$this->isUndo ? 'undone' : 'done', ...$this->bounds()],
        );

        return [
            'listings' => array_map(intval(...), array_column($touched, 'id')),
            'prices' => array_map(intval(...), array_column($prices, 'price', 'id')),
            'cursor' => $this->last,
        ];
    }

    /** @return bool whether there are any */
    private function take(int $most): bool
    {
        [$from, $to, $which] = $this->isUndo
            ? ['after', 'before', "state = 'done'"]
            : ['before', 'after', "state IS NULL AND verdict IN ('create', 'change')"];
        DB::statement('DROP TABLE IF EXISTS chunk');
        DB::statement(
            <<<SQL
            CREATE TEMP TABLE chunk ON COMMIT DROP AS
            SELECT position, workspace_id, product_id, listing_id, {$from} -> 'product' AS product_from,
                {$to} -> 'product' AS product_to, {$from} -> 'listing' AS listing_from,
                {$to} -> 'listing' AS listing_to
            FROM batch_rows WHERE batch_id = ? AND position > ? AND {$which} ORDER BY position LIMIT {$most}
            SQL,
            [$this->batch->id, $this->batch->cursor],
        );
        DB::statement('ANALYZE chunk');
        $this->last = (int) DB::table('chunk')->max('position');

        return $this->last > 0;
    }

    /**
     * @return array{string, int, int} of the rows at hand: however many others there are, these are found by their key
     */
    private function bounds(): array
    {
        return [$this->batch->id, $this->batch->cursor, $this->last];
    }

    /** Prices that no channel has been told yet need not be sent back: they are never sent. */
    private function withdrawPrices(): void
    {
        $rows = DB::select(
            <<<'SQL'
                SELECT listing_id, (listing_from ->> 'price_minor')::bigint AS price
                FROM chunk c
                JOIN listings l ON l.id = c.listing_id
                WHERE NOT l.is_draft AND jsonb_exists(listing_from, 'price_minor')
                SQL,
        );
        $onTheirWay =
            $rows === []
                ? []
                : $this->prices->takeBack(array_map(intval(...), array_column($rows, 'price', 'listing_id')));
        if ($onTheirWay === []) {
            return;
        }
        $listings = fn (bool $isBack): string => IdArray::of(array_keys($onTheirWay, $isBack, true));
        DB::update(
            <<<'SQL'
                UPDATE chunk
                SET listing_from = listing_from - 'price_minor', listing_to = listing_to - 'price_minor'
                WHERE listing_id = ANY(?::bigint[])
                SQL,
            [$listings(true)],
        );
        DB::update(
            <<<'SQL'
                UPDATE batch_rows r
                SET state = 'kept', note = ?
                FROM chunk c
                WHERE r.batch_id = ?
                    AND r.position > ?
                    AND r.position <= ?
                    AND r.position = c.position
                    AND c.listing_id = ANY(?::bigint[])
                SQL,
            [
                Message::of('kept_price_being_sent')->stored(),
                ...$this->bounds(),
                $listings(false),
            ],
        );
        DB::delete('DELETE FROM chunk WHERE listing_id = ANY(?::bigint[])', [$listings(false)]);
    }

    private function leaveWhatHasChanged(): void
    {
        $note = $this->isUndo
            ? Message::of('kept_changed_since')
            : Message::of('kept_changed_meanwhile');
        $costs = $this->isLater() ? self::COSTS : [];
        $product = self::asJson('p', array_diff($this->columns('product_from', self::PRODUCT), $costs), [
            "'supplier', s.name",
        ]);
        $listing = self::asJson('l', $this->columns('listing_from', [...self::LISTING, 'price_minor' => 'bigint']), []);
        DB::update(
            <<<SQL
            UPDATE batch_rows r SET state = ?, note = ?
            FROM chunk c
            LEFT JOIN products p ON p.id = c.product_id
            LEFT JOIN suppliers s ON s.id = p.supplier_id
            LEFT JOIN listings l ON l.id = c.listing_id
            WHERE r.batch_id = ? AND r.position > ? AND r.position <= ? AND r.position = c.position AND (
                (
                    c.product_id IS NOT NULL AND c.product_from IS NOT NULL
                    AND (p.id IS NULL OR NOT still_has({$product}, c.product_from - 'sku' - ?::text[]))
                )
                OR (
                    c.listing_id IS NOT NULL AND c.listing_from IS NOT NULL
                    AND (l.id IS NULL OR NOT still_has({$listing}, c.listing_from - 'sku' - 'channel_id'))
                )
            )
            SQL,
            [$this->isUndo ? 'kept' : 'left', $note->stored(), ...$this->bounds(), '{'.implode(',', $costs).'}'],
        );
        DB::delete(
            <<<'SQL'
                DELETE FROM chunk c
                USING batch_rows r
                WHERE r.batch_id = ?
                    AND r.position > ?
                    AND r.position <= ?
                    AND r.position = c.position
                    AND r.state IN ('left', 'kept')
                SQL,
            $this->bounds(),
        );
    }

    private function writeProducts(): void
    {
        if ($this->isUndo) {
            DB::delete(
                <<<'SQL'
                    DELETE FROM product_costs h
                    USING chunk c
                    WHERE h.product_id = c.product_id AND h.taken_at IS NULL AND h.source = ?
                    SQL,
                [$this->source()],
            );
        } else {
            $this->makeProducts();
        }
        if ($this->columns('product_to', self::PRODUCT + ['supplier' => 'text']) === []) {
            return;
        }
        DB::insert(
            <<<'SQL'
                INSERT INTO suppliers (workspace_id, name, created_at, updated_at)
                SELECT DISTINCT workspace_id, product_to ->> 'supplier', now(), now()
                FROM chunk
                WHERE product_to ->> 'supplier' IS NOT NULL
                ON CONFLICT DO NOTHING
                SQL,
        );
        if ($this->isLater()) {
            if (! $this->isUndo) {
                $this->scheduleCosts();
            }
            DB::update('UPDATE chunk SET product_to = product_to - ?::text[]', ['{'.implode(',', self::COSTS).'}']);
        }
        $values = self::values('p', 'c.product_to', $this->columns('product_to', self::PRODUCT), self::PRODUCT);
        DB::update(
            <<<SQL
            UPDATE products p SET {$values} updated_at = now(),
                supplier_id = CASE
                    WHEN jsonb_exists(c.product_to, 'supplier') THEN (
                        SELECT s.id
                        FROM suppliers s
                        WHERE s.workspace_id = p.workspace_id AND s.name = c.product_to ->> 'supplier'
                    )
                    ELSE p.supplier_id
                END
            FROM chunk c WHERE p.id = c.product_id AND p.workspace_id = c.workspace_id AND c.product_to IS NOT NULL
            SQL,
        );
        $this->rememberCosts();
    }

    private function makeProducts(): void
    {
        if (DB::table('chunk')->whereNull('product_id')->whereNotNull('product_to')->doesntExist()) {
            return;
        }
        DB::insert(
            <<<'SQL'
            INSERT INTO products (workspace_id, sku, title, created_at, updated_at)
            SELECT DISTINCT ON (product_to ->> 'sku') workspace_id, product_to ->> 'sku', product_to ->> 'title', now(),
                now()
            FROM chunk
            WHERE product_id IS NULL
                AND product_to IS NOT NULL
            ORDER BY product_to ->> 'sku', position
            ON CONFLICT (workspace_id, sku) DO NOTHING
            SQL,
        );
        DB::update(
            <<<'SQL'
                UPDATE chunk c
                SET product_id = p.id
                FROM products p
                WHERE c.product_id IS NULL AND p.workspace_id = c.workspace_id AND p.sku = c.product_to ->> 'sku'
                SQL,
        );
    }

    private function rememberCosts(): void
    {
        $columns = implode(', ', self::COSTS);
        DB::insert(
            <<<SQL
            INSERT INTO product_costs (workspace_id, product_id, {$columns}, effective_from, taken_at, source, user_id)
            SELECT DISTINCT ON (p.id) p.workspace_id, p.id, {$columns}, coalesce(?::timestamptz, now()), now(), ?, ?
            FROM products p
            JOIN chunk c ON c.product_id = p.id
            WHERE jsonb_exists_any(c.product_to, ?::text[])
            SQL,
            [
                $this->isUndo ? null : $this->effectiveFrom(),
                $this->isUndo ? 'undo' : $this->source(),
                $this->batch->user_id,
                '{'.implode(',', self::COSTS).'}',
            ],
        );
    }

    /** Costs that hold from a later day are kept until then. */
    private function scheduleCosts(): void
    {
        $columns = implode(', ', self::COSTS);
        $new = implode(', ', array_map(fn (string $column) => "n.{$column}", self::COSTS));
        DB::insert(
            <<<SQL
            INSERT INTO product_costs (workspace_id, product_id, {$columns}, effective_from, taken_at, source, user_id)
            SELECT DISTINCT ON (p.id) p.workspace_id, p.id, {$new}, ?::timestamptz, NULL, ?, ?
            FROM products p
            JOIN chunk c ON c.product_id = p.id
            CROSS JOIN LATERAL jsonb_populate_record(p, c.product_to) n
            WHERE jsonb_exists_any(c.product_to, ?::text[])
            SQL,
            [$this->effectiveFrom(), $this->source(), $this->batch->user_id, '{'.implode(',', self::COSTS).'}'],
        );
    }

    private function writeListings(): void
    {
        if ($this->isUndo) {
            $this->takeBackWhatWasMade();
        } else {
            $this->makeDrafts();
        }
        $values = self::values('l', 'c.listing_to', $this->columns('listing_to', self::LISTING), self::LISTING);
        DB::update(
            <<<SQL
            UPDATE listings l SET {$values} version = l.version + 1, updated_at = now(),
                price_minor = CASE
                    WHEN l.is_draft AND jsonb_exists(c.listing_to, 'price_minor')
                        THEN (c.listing_to ->> 'price_minor')::bigint
                    ELSE l.price_minor
                END
            FROM chunk c
            WHERE l.id = c.listing_id
                AND l.workspace_id = c.workspace_id
                AND c.listing_to IS NOT NULL
                AND c.listing_from IS NOT NULL
            SQL,
        );
    }

    /**
     * What is new has not been published anywhere yet; where prices leave as files or messages nobody tells when it is.
     */
    private function makeDrafts(): void
    {
        if (DB::table('chunk')->whereNull('listing_id')->whereNotNull('listing_to')->doesntExist()) {
            return;
        }
        DB::insert(
            <<<'SQL'
            INSERT INTO listings (
                workspace_id, channel_id, product_id, sku, item_ref, title, condition, fulfilment, price_minor,
                shipping_minor,
                list_price_minor, stock, rule_id, assigned_by, limits, is_draft, created_at, updated_at
            )
            SELECT
                c.workspace_id, n.channel_id, c.product_id, n.sku, '', p.title, coalesce(n.condition, 'new'),
                coalesce(n.fulfilment, 'merchant'),
                n.price_minor, coalesce(n.shipping_minor, 0), coalesce(n.list_price_minor, n.price_minor), n.stock,
                n.rule_id, n.assigned_by,
                coalesce(n.limits, '{"floor":[],"ceiling":[]}'), ch.driver = ANY(string_to_array(?, ',')), now(), now()
            FROM chunk c
            CROSS JOIN LATERAL jsonb_populate_record(NULL::listings, c.listing_to) n
            JOIN products p ON p.id = c.product_id
            JOIN channels ch ON ch.id = n.channel_id
            WHERE c.listing_id IS NULL AND c.listing_to IS NOT NULL
            ON CONFLICT (channel_id, sku) DO NOTHING
            SQL,
            [$this->driversThatTellListings()],
        );
        DB::update(
            <<<'SQL'
                UPDATE chunk c
                SET listing_id = l.id
                FROM listings l
                WHERE c.listing_id IS NULL
                    AND l.channel_id = (c.listing_to ->> 'channel_id')::bigint
                    AND l.sku = c.listing_to ->> 'sku'
                SQL,
        );
    }

    /** Their channels say by themselves when a listing is there. */
    private function driversThatTellListings(): string
    {
        return implode(',', DriverRegistry::namesOf(ListingSource::class));
    }

    private function takeBackWhatWasMade(): void
    {
        DB::delete(
            <<<'SQL'
            DELETE FROM listings l USING chunk c, channels ch
            WHERE l.id = c.listing_id
                AND ch.id = l.channel_id
                AND (l.is_draft OR ch.driver <> ALL(string_to_array(?, ',')))
                AND c.listing_to IS NULL AND c.listing_from IS NOT NULL
            SQL,
            [$this->driversThatTellListings()],
        );
        DB::delete(
            <<<'SQL'
                DELETE FROM products p
                USING chunk c
                WHERE p.id = c.product_id
                    AND c.product_to IS NULL
                    AND c.product_from IS NOT NULL
                    AND NOT EXISTS (SELECT 1 FROM listings l WHERE l.product_id = p.id)
                SQL,
        );
    }

    /**
     * Which of these columns occur among the rows at hand.
     *
     * @param  array<string, string>  $of
     * @return list<string>
     */
    private function columns(string $part, array $of): array
    {
        $found = array_column(
            DB::select("SELECT DISTINCT jsonb_object_keys({$part}) AS name FROM chunk WHERE {$part} IS NOT NULL"),
            'name',
        );

        return array_values(array_intersect(array_keys($of), $found));
    }

    /**
     * @param  list<string>  $columns
     * @param  list<string>  $more
     */
    private static function asJson(string $alias, array $columns, array $more): string
    {
        return 'jsonb_build_object('.
            implode(', ', [...array_map(fn (string $column) => "'{$column}', {$alias}.{$column}", $columns), ...$more]).
            ')';
    }

    /**
     * Sets each column to what a row says of it, or leaves it.
     *
     * @param  list<string>  $columns
     * @param  array<string, string>  $types
     */
    private static function values(string $alias, string $from, array $columns, array $types): string
    {
        return implode(
            '',
            array_map(function (string $column) use ($alias, $from, $types): string {
                $value =
                    $types[$column] === 'jsonb'
                        ? "{$from} -> '{$column}'"
                        : "({$from} ->> '{$column}')::{$types[$column]}";

                return "{$column} = CASE WHEN jsonb_exists({$from}, '{$column}') THEN {$value} ELSE {$alias}.{$column} END, ";
            }, $columns),
        );
    }

    private function effectiveFrom(): ?string
    {
        return isset($this->batch->spec['effective_from'])
            ? Workspace::query()
                ->findOrFail($this->batch->workspace_id)
                ->moment((string) $this->batch->spec['effective_from'])
                ->toIso8601String()
            : null;
    }

    private function isLater(): bool
    {
        return $this->isLater ??= $this->isYetToBeTaken();
    }

    private function isYetToBeTaken(): bool
    {
        $from = $this->effectiveFrom();

        return $from !== null &&
            (now()->lt($from) ||
                ($this->isUndo &&
                    DB::table('product_costs')
                        ->where('workspace_id', $this->batch->workspace_id)
                        ->where('source', $this->source())
                        ->whereNull('taken_at')
                        ->exists()));
    }

    /** Names this batch in the history of costs. */
    private function source(): string
    {
        return "batch:{$this->batch->id}";
    }
}
