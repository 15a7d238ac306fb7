<?php

declare(strict_types=1);

namespace App\Pricing\Spirals;

use App\Catalogue\Models\Listing;
use App\Pricing\Events\DecidedPrice;
use App\Pricing\Events\PricesDecided;
use App\Pricing\Jobs\DecideListingsJob;
use App\Pricing\Models\Spiral;
use App\Support\Live\Announce;
use Illuminate\Support\Facades\DB;
use Wrasse\Core\Insight\Spiral as Pattern;

/** Does something about a spiral, for a while: stay where we are, go up and stay there, no longer look at that rival, or leave it. */
final readonly class AnswerSpiral
{
    public const ANSWERS = ['hold', 'step_up', 'ignore', 'leave'];

    /**
     * @param  string  $answer  one of ANSWERS
     * @param  int  $hours  how long it holds
     */
    public function handle(int $spiralId, string $answer, int $hours, int $userId): Spiral
    {
        return DB::transaction(function () use ($spiralId, $answer, $hours, $userId): Spiral {
            $spiral = Spiral::query()->lockForUpdate()->findOrFail($spiralId);
            $listing = Listing::query()->lockForUpdate()->findOrFail($spiral->listing_id);
            $spiral->update(['answer' => $answer, 'until' => now()->addHours($hours), 'answered_at' => now(), 'user_id' => $userId]);
            if ($answer === 'step_up' && $listing->floor_minor !== null && $listing->ceiling_minor !== null) {
                $price = Pattern::stepUpTo($spiral->own_from_minor, $listing->shipping_minor, $listing->floor_minor, $listing->ceiling_minor);
                event(new PricesDecided($listing->workspace_id, [new DecidedPrice($listing->id, $listing->channel_id, $listing->is_draft, $listing->price_minor, null, $price, $listing->floor_minor, $listing->ceiling_minor, $userId)]));
            }
            if ($answer === 'ignore' || $answer === 'leave') {
                DecideListingsJob::dispatch($listing->workspace_id, [$listing->id], 'hand');
            }
            Announce::change($listing->workspace_id, 'today');
            Announce::change($listing->workspace_id, 'listings', [$listing->id]);

            return $spiral;
        });
    }
}
