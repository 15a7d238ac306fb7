<?php

declare(strict_types=1);

namespace App\Sourcing\Actions;

use App\Catalogue\Actions\ApplyBatch;
use App\Sourcing\Models\ListingSource;
use App\Sourcing\Models\SourceChange;
use App\Support\Messages\Conflict;
use App\Support\Messages\Message;
use Carbon\CarbonImmutable;
use Illuminate\Support\Facades\DB;

/** Takes back what followed from a source; it is not followed any more in that, or the next reading would do it again. */
final readonly class UndoSourceChange
{
    public function __construct(private ApplyBatch $batches, private QueueStock $stock)
    {
    }

    /** @throws Conflict if there is nothing to take back */
    public function handle(int $id, string $by): SourceChange
    {
        return DB::transaction(function () use ($id, $by): SourceChange {
            $change = SourceChange::query()->lockForUpdate()->findOrFail($id);
            $source = ListingSource::query()->lockForUpdate()->where('listing_id', $change->listing_id)->first();
            if ($source === null || ! in_array($change->state, ['made', 'queued', 'sent', 'confirmed'], true)) {
                throw new Conflict(Message::of('source_change_over'));
            }
            if ($change->kind === 'cost') {
                $this->batches->undo((string) $change->batch_id);
                $source->follows_cost = false;
            } else {
                $this->stock->handle($source, $change->stock_from ?? 0, 'undo', null, $by);
                $source->follows_stock = false;
                $source->is_out = false;
                $source->good_in_row = 0;
            }
            $source->save();
            $change->refresh();
            $change->state = 'undone';
            $change->ended_at = CarbonImmutable::now();
            $change->due_at = null;
            $change->save();

            return $change;
        });
    }
}
