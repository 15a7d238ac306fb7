<?php

declare(strict_types=1);

namespace App\Sourcing\Actions;

use App\Accounts\Models\Workspace;
use App\Catalogue\Actions\ApplyBatch;
use App\Catalogue\Actions\StartBatch;
use App\Catalogue\Batches\BatchState;
use App\Catalogue\Models\Batch;
use App\Catalogue\Models\Listing;
use App\Sourcing\Models\ListingSource;
use App\Sourcing\Models\SourceChange;
use App\Support\Messages\Message;
use Carbon\CarbonImmutable;
use Illuminate\Validation\ValidationException;
use Wrasse\Core\Money\Currency;

/**
 * Makes the cost at the source that of our product, by a bulk change of its own: with the same question as a cost file asks
 * where floors move far, and undone like one.
 */
final readonly class TakeSourceCost
{
    public function __construct(private StartBatch $start, private ApplyBatch $apply)
    {
    }

    public function handle(Workspace $workspace, ListingSource $source, int $reading): void
    {
        $listing = Listing::query()->with('product')->findOrFail($source->listing_id);
        $product = $listing->product;
        $before = $product->cost_currency ?? $workspace->currency;
        if ($product->cost_minor === $source->cost_minor && $before === $source->cost_currency) {
            return;
        }
        $asked = SourceChange::query()->where('listing_id', $listing->id)->where('kind', 'cost')->where('state', 'asked')->first();
        if ($asked !== null && $asked->cost_to_minor === $source->cost_minor && $asked->cost_to_currency === $source->cost_currency) {
            return;
        }
        // Nobody has answered it yet, and it is another figure by now.
        if ($asked !== null) {
            $this->apply->drop((string) $asked->batch_id);
            $asked->update(['state' => 'replaced', 'batch_id' => null, 'ended_at' => CarbonImmutable::now()]);
        }
        [$state, $batch, $problem] = $this->make($workspace, $source, $listing);
        SourceChange::query()->create([
            'listing_id' => $listing->id,
            'channel_id' => $listing->channel_id,
            'source_id' => $source->id,
            'kind' => 'cost',
            'reason' => 'price',
            'cost_from_minor' => $product->cost_minor,
            'cost_from_currency' => $before,
            'cost_to_minor' => $source->cost_minor,
            'cost_to_currency' => $source->cost_currency,
            'reading' => $reading,
            'batch_id' => $batch?->id,
            'state' => $state,
            'problem' => $problem,
            'made_at' => CarbonImmutable::now(),
            'ended_at' => $state === 'asked' ? null : CarbonImmutable::now(),
        ]);
    }

    /** @return array{string, Batch|null, Message|null} */
    private function make(Workspace $workspace, ListingSource $source, Listing $listing): array
    {
        $currency = Currency::of((string) $source->cost_currency);
        $batch = $this->start->edit(
            $workspace,
            'cost',
            ['field' => 'cost', 'how' => 'set', 'value' => $currency->format((int) $source->cost_minor), 'currency' => $currency->code],
            [$listing->id],
            [],
            null,
        );
        if ($batch->state !== BatchState::Planned) {
            return ['refused', $batch, $batch->problem];
        }
        try {
            $batch = $this->apply->apply($batch->id, false);
        } catch (ValidationException) {
            // It asks first: floors move by more than is usual.
            return ['asked', $batch, null];
        }

        return [$batch->state === BatchState::Applied ? 'made' : 'refused', $batch, $batch->problem];
    }
}
