<?php

declare(strict_types=1);

namespace App\Catalogue\Batches;

use App\Accounts\Models\Workspace;
use App\Catalogue\Models\Batch;
use App\Catalogue\Prices\HandPrices;
use Illuminate\Support\Facades\DB;

/** Works out the next rows of a batch and what they would do. */
final readonly class PlanRows
{
    public function __construct(private FloorEffects $floors, private BatchKinds $kinds, private HandPrices $prices)
    {
    }

    /** @return bool whether there are more to come */
    public function handle(string $batchId): bool
    {
        return DB::transaction(function () use ($batchId): bool {
            $batch = Batch::query()->lockForUpdate()->findOrFail($batchId);
            if ($batch->state !== BatchState::Planning) {
                return false;
            }
            $kind = $this->kinds->of($batch);
            $next = $kind->next($batch);
            if ($next === null) {
                // A hundred thousand rows have just come in; the planner is not to guess from how it was before.
                DB::statement('ANALYZE (SKIP_LOCKED) batch_rows');
                $batch->move([
                    'state' => BatchState::Planned,
                    'counts' => BatchRows::counts($batch),
                    'total' => BatchRows::of($batch)->count(),
                ]);

                return false;
            }
            $workspace = Workspace::query()->findOrFail($batch->workspace_id);
            $rows = $this->checkPrices($workspace, $next['rows']);
            $effects = $kind->movesFloors($batch) ? $this->floors->of($workspace, $rows) : [];
            BatchRows::add($batch, $rows, $effects);
            $batch->move([
                'cursor' => $next['cursor'],
                'done' => $batch->done + count($rows),
                'effect' => $this->sum($batch->effect, $effects),
            ]);

            return true;
        });
    }

    /**
     * @param  list<PlannedRow>  $rows
     * @return list<PlannedRow>
     */
    private function checkPrices(Workspace $workspace, array $rows): array
    {
        $prices = $changes = [];
        foreach ($rows as $row) {
            $price = $row->price();
            if ($price !== null) {
                $prices[(int) $row->listingId] = $price;
                $changes[(int) $row->listingId] = array_diff_key(
                    [...$row->after['product'] ?? [], ...$row->after['listing'] ?? []],
                    ['price_minor' => true, 'sku' => true],
                );
            }
        }
        $why = $this->prices->check($workspace, $prices, $changes);

        return array_map(
            fn (PlannedRow $row) => $row->price() !== null && isset($why[$row->listingId])
                ? $row->refusedBecause($why[$row->listingId])
                : $row,
            $rows,
        );
    }

    /**
     * @param  array<string, int>  $sum
     * @param  array<int, FloorEffect>  $effects
     * @return array<string, int>
     */
    private function sum(array $sum, array $effects): array
    {
        $sum += ['up' => 0, 'down' => 0, 'beyond' => 0, 'below' => 0];
        foreach ($effects as $effect) {
            $sum['up'] += ($effect->after ?? 0) > ($effect->before ?? 0) ? 1 : 0;
            $sum['down'] += ($effect->after ?? 0) < ($effect->before ?? 0) ? 1 : 0;
            $sum['below'] += $effect->below;
            $sum['beyond'] += $effect->isBeyond ? 1 : 0;
        }

        return $sum;
    }
}
