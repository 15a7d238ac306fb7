<?php

declare(strict_types=1);

namespace App\Catalogue\Edits;

use App\Accounts\Models\Workspace;
use App\Catalogue\Batches\BatchKind;
use App\Catalogue\Batches\PlannedRow;
use App\Catalogue\Listings\ListingSelection;
use App\Catalogue\Models\Batch;
use App\Support\Messages\Message;
use Illuminate\Database\Query\Builder;
use Illuminate\Support\Facades\DB;

/** Rows of a bulk edit: the chosen listings, or each product behind them once. */
final readonly class EditBatch implements BatchKind
{
    private const ROWS = 2_000;

    public function __construct(private BulkEdit $edit)
    {
    }

    /** How many rows it will come to. */
    public function count(Batch $batch): int
    {
        $selection = self::selection($batch)->query();

        return $this->edit->part() === 'product' ? $selection->distinct()->count('l.product_id') : $selection->count();
    }

    public function next(Batch $batch): ?array
    {
        $isProduct = $this->edit->part() === 'product';
        $rows = ($isProduct ? $this->products($batch) : $this->listings($batch))
            ->limit(self::ROWS)
            ->get()
            ->map(EditRow::of(...))
            ->all();
        if ($rows === []) {
            return null;
        }
        /** @var array<string, mixed> $wanted */
        $wanted = $batch->spec['wanted'];
        $plan = $this->edit->plan(Workspace::query()->findOrFail($batch->workspace_id), $wanted);

        return [
            'rows' => array_map(fn (EditRow $row) => $this->row($row, $plan($row)), $rows),
            'cursor' => (int) ($isProduct ? end($rows)->product_id : end($rows)->listing_id),
        ];
    }

    public function movesFloors(Batch $batch): bool
    {
        return $this->edit->movesFloors();
    }

    /** @param  array{before: array<string, mixed>, after: array<string, mixed>}|Message  $planned */
    private function row(EditRow $row, array|Message $planned): PlannedRow
    {
        return $planned instanceof Message
            ? PlannedRow::refused($row->sku, $planned, $row->product_id, $row->listing_id)
            : PlannedRow::change(
                $row->sku,
                $row->product_id,
                $row->listing_id,
                $this->edit->part(),
                $planned['before'],
                $planned['after'],
            );
    }

    private function listings(Batch $batch): Builder
    {
        return self::selection($batch)
            ->query()
            ->join('products as p', 'p.id', '=', 'l.product_id')
            ->join('channels as c', 'c.id', '=', 'l.channel_id')
            ->leftJoin('suppliers as s', 's.id', '=', 'p.supplier_id')
            ->where('l.id', '>', $batch->cursor)
            ->orderBy('l.id')
            ->select([
                'l.id as listing_id',
                'l.product_id',
                'l.sku',
                'l.price_minor',
                'l.floor_minor',
                'l.ceiling_minor',
                'l.list_price_minor',
                'l.limits',
                'l.rule_id',
                'l.assigned_by',
                'l.automation_on',
                'p.rrp_minor',
                'l.is_draft',
                'l.channel_id',
                'c.currency',
                'l.shipping_minor',
                'l.fulfilment',
                'p.category',
                's.name as supplier',
                'p.cost_minor',
                'p.cost_currency',
                'p.inbound_minor',
                'p.packaging_minor',
                'p.handling_minor',
                'p.shipping_cost_minor',
            ]);
    }

    private function products(Batch $batch): Builder
    {
        return DB::table('products as p')
            ->leftJoin('suppliers as s', 's.id', '=', 'p.supplier_id')
            ->where('p.workspace_id', $batch->workspace_id)
            ->where('p.id', '>', $batch->cursor)
            ->whereIn('p.id', self::selection($batch)->query()->select('l.product_id'))
            ->orderBy('p.id')
            ->select([
                'p.id as product_id',
                'p.sku',
                'p.title',
                'p.brand',
                'p.category',
                'p.gtin',
                'p.mpn',
                'p.cost_minor',
                'p.cost_currency',
                'p.inbound_minor',
                'p.packaging_minor',
                'p.handling_minor',
                'p.shipping_cost_minor',
                'p.rrp_minor',
                'p.map_minor',
                's.name as supplier',
            ])
            ->selectRaw(
                <<<'SQL'
                NULL::bigint AS listing_id,
                (SELECT max(h.effective_from) FROM product_costs h WHERE h.product_id = p.id) AS cost_known_from
                SQL,
            );
    }

    private static function selection(Batch $batch): ListingSelection
    {
        return new ListingSelection(
            $batch->workspace_id,
            $batch->spec['listings'] ?? null,
            $batch->spec['filter'] ?? [],
        );
    }
}
