<?php

declare(strict_types=1);

namespace App\Publishing\Actions;

use App\Publishing\Models\ChangeState;
use App\Publishing\Models\Feed;
use App\Publishing\Models\FeedState;
use App\Publishing\Models\PriceChange;
use App\Support\Messages\Message;

/** Writes down what a channel said to each price of a feed: those it took are read back next. Within a transaction. */
final readonly class RecordResults
{
    public function __construct(private SettleChange $settle, private PriceChangeLifecycle $lifecycle)
    {
    }

    /** @param  array<string, string|null>  $results  by SKU, as PricePublisher::results() gives them */
    public function handle(Feed $feed, array $results): void
    {
        $taken = [];
        foreach (
            PriceChange::query()
                ->where('feed_id', $feed->id)
                ->where('state', ChangeState::Sending)
                ->with('listing')
                ->orderBy('id')
                ->get() as $change
        ) {
            $sku = $change->listing->sku;
            if (array_key_exists($sku, $results) && $results[$sku] === null) {
                $taken[] = $change->id;
            } else {
                $this->settle->refused(
                    $change,
                    isset($results[$sku]) ? Message::quoting($results[$sku]) : Message::of('channel_no_result'),
                );
            }
        }
        $this->lifecycle->accept(PriceChangeLifecycle::among($taken));
        // It stays held until it has been read back.
        $feed->update(['state' => $taken === [] ? FeedState::Closed : FeedState::ReadingBack, 'attempts' => 1]);
    }
}
