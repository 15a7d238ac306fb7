<?php

declare(strict_types=1);

namespace App\Catalogue\Batches;

use App\Accounts\Models\Workspace;
use App\Catalogue\Events\AllTouched;
use App\Catalogue\Events\ListingsTouched;
use App\Catalogue\Models\Batch;
use App\Catalogue\Prices\HandPrices;
use App\Catalogue\Prices\HandPriceTerm;
use App\Support\Live\Announce;
use App\Support\Live\Topic;
use Illuminate\Support\Facades\DB;

/** Makes the next changes of a batch, or takes them back. */
final readonly class MakeChanges
{
    private const ROWS = 2_000;

    public function __construct(private BatchKinds $kinds, private HandPrices $prices)
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
            $touched = $this->kinds->writer($batch, $isUndo)->next(self::ROWS);
            if ($touched === null) {
                event(new AllTouched($batch->workspace_id, self::key($batch)));
                $batch->move([
                    'counts' => BatchRows::counts($batch),
                    ...$isUndo
                        ? ['state' => BatchState::Undone, 'undone_at' => now()]
                        : ['state' => BatchState::Applied, 'applied_at' => now()],
                ]);
                foreach ([Topic::Listings, Topic::Facets] as $topic) {
                    Announce::change($batch->workspace_id, $topic);
                }

                return false;
            }
            $this->tell($batch, $touched['listings'], $touched['prices']);
            $batch->move(['cursor' => $touched['cursor'], 'done' => min($batch->total, $batch->done + self::ROWS)]);

            return true;
        });
    }

    /** @param  array<int, int>  $prices  in minor units, by listing */
    private function setPrices(Batch $batch, array $prices): void
    {
        if ($prices === []) {
            return;
        }
        $workspace = Workspace::query()->findOrFail($batch->workspace_id);
        /** @var array<string, mixed> $wanted */
        $wanted = $batch->spec['wanted'] ?? [];
        $set = $this->prices->set($workspace, $prices, HandPriceTerm::wanted($workspace, $wanted), $batch->user_id);
        BatchRows::note($batch, $set->notes);
        BatchRows::note($batch, $set->refused, $batch->state === BatchState::Undoing ? 'kept' : 'left');
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
        $this->setPrices($batch, $prices);
        $decided = array_values(array_diff($listings, array_keys($prices)));
        foreach (array_chunk($decided, self::ROWS) as $ids) {
            event(
                new ListingsTouched(
                    $batch->workspace_id,
                    $ids,
                    $batch->cause(),
                    self::key($batch),
                ),
            );
        }
    }
}
