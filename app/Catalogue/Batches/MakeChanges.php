<?php

declare(strict_types=1);

namespace App\Catalogue\Batches;

use App\Catalogue\Events\AllTouched;
use App\Catalogue\Events\ListingsTouched;
use App\Catalogue\Events\PricesSetByHand;
use App\Catalogue\Models\Batch;
use App\Support\Live\Announce;
use Illuminate\Support\Facades\DB;

/** Makes the next changes of a batch, or takes them back. */
final readonly class MakeChanges
{
    private const ROWS = 2_000;

    public function __construct(private PricesOnTheirWay $prices)
    {
    }

    /** @return bool whether there are more to come */
    public function handle(string $batchId): bool
    {
        return DB::transaction(function () use ($batchId): bool {
            $batch = Batch::query()->lockForUpdate()->findOrFail($batchId);
            if (! in_array($batch->state, [BatchState::Applying, BatchState::Undoing], true)) {
                return false;
            }
            $isUndo = $batch->state === BatchState::Undoing;
            $touched = (new RowWriter($batch, $isUndo, $this->prices))->next(self::ROWS);
            if ($touched === null) {
                event(new AllTouched($batch->workspace_id, self::key($batch)));
                $batch->move(['counts' => BatchRows::counts($batch), ...($isUndo ? ['state' => BatchState::Undone, 'undone_at' => now()] : ['state' => BatchState::Applied, 'applied_at' => now()])]);
                foreach (['listings', 'facets'] as $topic) {
                    Announce::change($batch->workspace_id, $topic);
                }

                return false;
            }
            $this->tell($batch, $touched['listings'], $touched['prices']);
            $batch->move(['cursor' => $touched['cursor'], 'done' => min($batch->total, $batch->done + self::ROWS)]);

            return true;
        });
    }

    /** Under which it tells what it touches: once when it is made, and once when it is taken back. */
    private static function key(Batch $batch): string
    {
        return "batch:{$batch->id}".($batch->applied_at === null ? '' : ':undo');
    }

    /**
     * @param  list<int>  $listings
     * @param  array<int, int>  $prices
     */
    private function tell(Batch $batch, array $listings, array $prices): void
    {
        if ($prices !== []) {
            event(new PricesSetByHand($batch->workspace_id, $prices, $batch->user_id));
        }
        // A price set by hand stands until something else moves; deciding at once would take it back.
        $decided = array_values(array_diff($listings, array_keys($prices)));
        foreach (array_chunk($decided, self::ROWS) as $ids) {
            event(new ListingsTouched($batch->workspace_id, $ids, in_array($batch->kind, ['import', 'product', 'new_product'], true) ? 'costs' : $batch->kind, self::key($batch)));
        }
    }
}
