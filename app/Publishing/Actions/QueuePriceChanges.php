<?php

declare(strict_types=1);

namespace App\Publishing\Actions;

use App\Pricing\Events\DecidedPrice;
use App\Pricing\Events\PricesDecided;
use App\Pricing\Models\Run;
use App\Pricing\Runs\OpenPrice;
use App\Pricing\Runs\PricesUnderWay;
use App\Publishing\Jobs\PublishChannelJob;
use App\Publishing\Models\ChangeState;
use App\Publishing\Models\PriceChange;
use App\Support\Database\CopyRows;
use App\Support\Database\IdArray;
use Carbon\CarbonImmutable;
use Illuminate\Support\Facades\DB;

/**
 * Puts decided prices into the outbox, in the transaction of the decisions, with a statement for each step. What has not left yet is
 * replaced; what has left is let through first, and the listing is decided on again when it has settled.
 */
final readonly class QueuePriceChanges
{
    private const REFUSED_PRICE_RESTS_HOURS = 6;

    public function __construct(private PricesUnderWay $underWay)
    {
    }

    public function handle(PricesDecided $event): void
    {
        $prices = [];
        foreach ($event->prices as $price) {
            $prices[$price->listingId] = $price;
        }
        if ($prices === []) {
            return;
        }
        $open = $event->open ?? $this->underWay->of(array_keys($prices));
        $unsent = in_array(true, array_column($open, 'isHeld'), true) ? Run::unsent() : [];
        $refused = $this->refusedLately(array_keys($prices));
        $now = CopyRows::time(CarbonImmutable::now());
        $lines = $replaced = $channels = [];
        foreach ($prices as $listingId => $price) {
            $before = $open[$listingId] ?? null;
            if (isset($refused[$listingId][$price->price]) || ($before !== null && ! $this->replaces($price, $before))) {
                continue;
            }
            if ($before !== null) {
                $replaced[] = $before->id;
            }
            $line = $this->line($event->workspaceId, $price, $before, $unsent, $now);
            $lines[] = $line;
            if ($line['state'] === ChangeState::Queued->value) {
                $channels[$price->channelId] = true;
            }
        }
        if ($replaced !== []) {
            PriceChange::query()->whereRaw('id = ANY(?)', [IdArray::of($replaced)])->update(['state' => ChangeState::Superseded, 'settled_at' => now()]);
        }
        CopyRows::into('price_changes', $lines);
        $this->showDrafts($event->workspaceId, $prices);
        foreach (array_keys($channels) as $channel) {
            PublishChannelJob::afterCommit($event->workspaceId, $channel);
        }
    }

    private function replaces(DecidedPrice $price, OpenPrice $before): bool
    {
        return ! $before->hasLeft && ($before->price !== $price->price || ($before->isHeld && ! $price->isHeld));
    }

    /**
     * What replaces a held price is held as well, unless a person has let it go.
     *
     * @param  list<int>  $unsent  runs of which nothing may be sent yet
     * @return array<string, int|string|null>
     */
    private function line(int $workspaceId, DecidedPrice $price, ?OpenPrice $before, array $unsent, string $now): array
    {
        $staysHeld = $before !== null && $before->isHeld && $price->userId === null && in_array($before->runId, $unsent, true);
        $state = match (true) {
            // No channel shows a draft yet: it has its new price at once.
            $price->isDraft => ChangeState::Confirmed,
            $price->isHeld, $staysHeld => ChangeState::Held,
            default => ChangeState::Queued,
        };

        return [
            'workspace_id' => $workspaceId, 'channel_id' => $price->channelId, 'listing_id' => $price->listingId, 'decision_id' => $price->decisionId, 'run_id' => $staysHeld ? $before->runId : $price->runId,
            'from_minor' => $price->from, 'to_minor' => $price->price, 'floor_minor' => $price->floor, 'ceiling_minor' => $price->ceiling, 'state' => $state->value,
            'due_at' => $now, 'queued_at' => $now, 'settled_at' => $price->isDraft ? $now : null, 'user_id' => $price->userId,
        ];
    }

    /** @param  array<int, DecidedPrice>  $prices */
    private function showDrafts(int $workspaceId, array $prices): void
    {
        $drafts = array_filter($prices, fn (DecidedPrice $price) => $price->isDraft);
        if ($drafts !== []) {
            $rows = array_map(fn (DecidedPrice $price) => ['id' => $price->listingId, 'price' => $price->price], array_values($drafts));
            DB::update('UPDATE listings l SET price_minor = s.price, last_changed_at = now() FROM jsonb_to_recordset(?) AS s(id bigint, price bigint) WHERE l.id = s.id AND l.workspace_id = ?', [json_encode($rows, JSON_THROW_ON_ERROR), $workspaceId]);
        }
    }

    /**
     * The same price is not offered again and again to a channel that would not take it.
     *
     * @param  list<int>  $listingIds
     * @return array<int, array<int, true>> by listing and price
     */
    private function refusedLately(array $listingIds): array
    {
        $refused = [];
        $lately = PriceChange::query()->whereRaw('listing_id = ANY(?)', [IdArray::of($listingIds)])->where('state', ChangeState::Refused)->where('settled_at', '>', now()->subHours(self::REFUSED_PRICE_RESTS_HOURS));
        foreach ($lately->get(['listing_id', 'to_minor']) as $change) {
            $refused[$change->listing_id][$change->to_minor] = true;
        }

        return $refused;
    }
}
