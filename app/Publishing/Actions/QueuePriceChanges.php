<?php

declare(strict_types=1);

namespace App\Publishing\Actions;

use App\Pricing\Events\DecidedPrice;
use App\Pricing\Events\PricesDecided;
use App\Pricing\Models\Run;
use App\Pricing\Runs\OpenPrice;
use App\Publishing\Jobs\PublishChannelJob;
use App\Publishing\Models\ChangeState;
use App\Publishing\Models\PriceChange;
use App\Publishing\Models\WaitsFor;
use App\Support\Database\CopyRows;
use App\Support\Database\IdArray;
use App\Support\Messages\Message;
use Carbon\CarbonImmutable;
use Illuminate\Support\Facades\DB;

/**
 * Puts decided prices into the outbox, in the transaction of the decisions, with a statement for each step. What has
 * not left yet is replaced, or withdrawn where it no longer holds; what has left is let through first, and the listing
 * is decided on again when it has settled.
 */
final readonly class QueuePriceChanges
{
    private const REFUSED_PRICE_RESTS_HOURS = 6;

    public function __construct(private PriceChangeLifecycle $lifecycle, private Gate $gate)
    {
    }

    public function handle(PricesDecided $event): void
    {
        $withdrawn = $event->withdrawn;
        $prices = [];
        foreach ($event->prices as $price) {
            $prices[$price->listingId] = $price;
        }
        $refused = $this->refusedLately(
            array_keys(array_filter($prices, fn (DecidedPrice $price) => $price->userId === null)),
        );
        $unsent = in_array(true, array_column($event->open, 'isHeld'), true) ? Run::unsent() : [];
        $waits = $this->waits($prices);
        $now = CarbonImmutable::now();
        $at = CopyRows::time($now);
        $lines = $replaced = $channels = [];
        foreach ($prices as $listingId => $price) {
            $before = $event->open[$listingId] ?? null;
            $isPublished = $price->refusal === null;
            if (isset($refused[$listingId][$price->price])) {
                if ($before !== null && ! $before->hasLeft) {
                    $withdrawn[$before->id] = Message::of('price_refused_before');
                }

                continue;
            }
            if ($isPublished && $before !== null && ! $this->replaces($price, $before)) {
                continue;
            }
            if ($isPublished && $before !== null && ! array_key_exists($before->id, $withdrawn)) {
                $replaced[] = $before->id;
            }
            $line = $this->line(
                $event->workspaceId,
                $price,
                $before,
                $unsent,
                $waits[$price->channelId],
                $at,
                $price->afterSeconds === 0 ? $at : $this->dueAt($price, $before, $now),
            );
            $lines[] = $line;
            if ($line['state'] === ChangeState::Queued->value) {
                $channels[$price->channelId] = true;
            }
        }
        $this->lifecycle->withdrawEach($withdrawn);
        if ($replaced !== []) {
            $this->lifecycle->supersede(PriceChangeLifecycle::among($replaced));
        }
        $this->lifecycle->open($lines);
        $this->showDrafts($event->workspaceId, $prices);
        foreach (array_keys($channels) as $channel) {
            PublishChannelJob::afterCommit($event->workspaceId, $channel);
        }
    }

    /**
     * @param  array<int, DecidedPrice>  $prices
     * @return array<int, WaitsFor|null> by channel
     */
    private function waits(array $prices): array
    {
        $waits = [];
        foreach ($prices as $price) {
            if (! array_key_exists($price->channelId, $waits)) {
                $waits[$price->channelId] = $this->gate->closedFor($price->channelId);
            }
        }

        return $waits;
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
    private function line(
        int $workspaceId,
        DecidedPrice $price,
        ?OpenPrice $before,
        array $unsent,
        ?WaitsFor $closed,
        string $at,
        string $dueAt,
    ): array {
        $staysHeld =
            $before !== null && $before->isHeld && $price->userId === null && in_array($before->runId, $unsent, true);
        $waits = $price->isHeld || $staysHeld ? WaitsFor::Brake : $closed;
        $state = match (true) {
            $price->refusal !== null => ChangeState::Withdrawn,
            // No channel shows a draft yet: it has its new price at once.
            $price->isDraft => ChangeState::Confirmed,
            $waits !== null => ChangeState::Waiting,
            default => ChangeState::Queued,
        };

        return [
            'workspace_id' => $workspaceId,
            'channel_id' => $price->channelId,
            'listing_id' => $price->listingId,
            'decision_id' => $price->decisionId,
            'run_id' => $staysHeld ? $before->runId : $price->runId,
            'from_minor' => $price->from,
            'to_minor' => $price->price,
            'floor_minor' => $price->floor,
            'ceiling_minor' => $price->ceiling,
            'state' => $state->value,
            'waits_for' => $state === ChangeState::Waiting ? $waits->value : null,
            'due_at' => $dueAt,
            'queued_at' => $at,
            'settled_at' => in_array($state, [ChangeState::Confirmed, ChangeState::Withdrawn], true) ? $at : null,
            'user_id' => $price->userId,
            'problem' => $price->refusal?->stored(),
        ];
    }

    /** A price that replaces a waiting one keeps the earlier due time. */
    private function dueAt(DecidedPrice $price, ?OpenPrice $before, CarbonImmutable $now): string
    {
        $dueAt = $now->addSeconds($price->afterSeconds);

        return CopyRows::time($before === null ? $dueAt : $dueAt->min(CarbonImmutable::parse($before->dueAt)));
    }

    /** @param  array<int, DecidedPrice>  $prices */
    private function showDrafts(int $workspaceId, array $prices): void
    {
        $drafts = array_filter($prices, fn (DecidedPrice $price) => $price->isDraft && $price->refusal === null);
        if ($drafts !== []) {
            $rows = array_map(
                fn (DecidedPrice $price) => ['id' => $price->listingId, 'price' => $price->price],
                array_values($drafts),
            );
            DB::update(
                <<<'SQL'
                    UPDATE listings l
                    SET price_minor = s.price, last_changed_at = now()
                    FROM jsonb_to_recordset(?) AS s(id bigint, price bigint)
                    WHERE l.id = s.id AND l.workspace_id = ?
                    SQL,
                [json_encode($rows, JSON_THROW_ON_ERROR), $workspaceId],
            );
        }
    }

    /**
     * The same price is not offered by a rule again and again to a channel that would not take it.
     *
     * @param  list<int>  $listingIds
     * @return array<int, array<int, true>> by listing and price
     */
    private function refusedLately(array $listingIds): array
    {
        $refused = [];
        $lately = PriceChange::query()
            ->whereRaw('listing_id = ANY(?)', [IdArray::of($listingIds)])
            ->where('state', ChangeState::Refused)
            ->where('settled_at', '>', now()->subHours(self::REFUSED_PRICE_RESTS_HOURS));
        foreach ($lately->get(['listing_id', 'to_minor']) as $change) {
            $refused[$change->listing_id][$change->to_minor] = true;
        }

        return $refused;
    }
}
