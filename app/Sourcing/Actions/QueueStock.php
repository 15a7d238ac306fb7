<?php

declare(strict_types=1);

namespace App\Sourcing\Actions;

use App\Catalogue\Models\Listing;
use App\Channels\DriverRegistry;
use App\Channels\Models\Channel;
use App\Channels\Ports\StockPublisher;
use App\Sourcing\Jobs\SendStocksJob;
use App\Sourcing\Models\ListingSource;
use App\Sourcing\Models\SourceChange;
use App\Support\Messages\Message;
use Carbon\CarbonImmutable;
use Illuminate\Support\Facades\DB;

/** Puts a stock on its way to its channel; the last one that was said holds. */
final readonly class QueueStock
{
    /** @param  string  $reason  sold_out, back or undo */
    public function handle(ListingSource $source, int $stock, string $reason, ?int $reading, ?string $by = null): SourceChange
    {
        $listing = Listing::query()->findOrFail($source->listing_id);
        $channel = Channel::query()->findOrFail($listing->channel_id);
        $now = CarbonImmutable::now();
        SourceChange::query()
            ->where('listing_id', $listing->id)
            ->where('kind', 'stock')
            ->whereIn('state', SourceChange::OPEN)
            ->update(['state' => 'replaced', 'ended_at' => $now->format('Y-m-d H:i:s.uP'), 'due_at' => null]);
        $canTake = DriverRegistry::has($channel, StockPublisher::class);
        $change = SourceChange::query()->create([
            'listing_id' => $listing->id,
            'channel_id' => $channel->id,
            'source_id' => $source->id,
            'kind' => 'stock',
            'reason' => $reason,
            'stock_from' => $listing->stock,
            'stock_to' => $stock,
            'reading' => $reading,
            'state' => $canTake ? 'queued' : 'failed',
            'problem' => $canTake ? null : Message::of('stock_not_taken', channel: $channel->name),
            'due_at' => $canTake ? $now : null,
            'made_at' => $now,
            'ended_at' => $canTake ? null : $now,
            'made_by' => $by,
        ]);
        if ($canTake) {
            DB::afterCommit(fn () => SendStocksJob::dispatch($listing->workspace_id, $channel->id));
        }

        return $change;
    }
}
