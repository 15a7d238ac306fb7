<?php

declare(strict_types=1);

namespace App\Publishing\Actions;

use App\Accounts\Models\Workspace;
use App\Catalogue\Events\Cause;
use App\Pricing\Deciding\Decider;
use App\Pricing\Deciding\Grounds;
use App\Pricing\Deciding\ListingRows;
use App\Pricing\Runs\OpenPrice;
use App\Publishing\Models\ChangeState;
use App\Publishing\Models\Feed;
use App\Support\Messages\Message;
use Carbon\CarbonImmutable;
use Illuminate\Support\Facades\DB;
use stdClass;

/**
 * Holds the prices of a feed, right before it leaves, against what is true then: limits with fees and tax, rule,
 * switches of rule and listing, age of the market, approval. The listings stay as they are until the end of the
 * transaction.
 */
final readonly class LastLook
{
    public function __construct(private Decider $decider)
    {
    }

    /** @return array<int, Message> why a price no longer holds, by change */
    public function at(Feed $feed): array
    {
        $changes = $this->changes($feed);
        ListingRows::hold($feed->workspace_id, array_keys($changes));
        $workspace = Workspace::query()->findOrFail($feed->workspace_id);
        $rows = ListingRows::among($workspace->id, array_keys($changes));
        $grounds = Grounds::of($workspace, $rows);
        $reasons = [];
        foreach ($this->decider->decide($workspace, $rows, $grounds->document(...), CarbonImmutable::now()) as $one) {
            [$open, $cause] = $changes[$one->row->id];
            $why = $grounds->against($open, $one, $cause);
            if ($why !== null) {
                $reasons[$open->id] = $why;
            }
        }

        return $reasons;
    }

    /** @return array<int, array{OpenPrice, Cause|null}> with what its decision was set off by, by listing */
    private function changes(Feed $feed): array
    {
        $changes = DB::table('price_changes as p')
            ->leftJoin('decisions as d', 'd.id', '=', 'p.decision_id')
            ->where('p.workspace_id', $feed->workspace_id)
            ->where('p.feed_id', $feed->id)
            ->where('p.state', ChangeState::Sending)
            ->get(['p.id', 'p.listing_id', 'p.to_minor', 'p.run_id', 'p.user_id', 'p.due_at', 'd.cause']);

        return $changes
            ->mapWithKeys(
                fn (stdClass $change) => [
                    (int) $change->listing_id => [
                        new OpenPrice(
                            (int) $change->id,
                            (int) $change->to_minor,
                            false,
                            false,
                            $change->run_id,
                            $change->user_id,
                            $change->due_at,
                        ),
                        $change->cause === null ? null : Cause::from($change->cause),
                    ],
                ],
            )
            ->all();
    }
}
