<?php

declare(strict_types=1);

namespace App\Pricing\Actions;

use App\Accounts\Models\Workspace;
use App\Market\RecentSales;
use App\Pricing\Deciding\DecisionSummary;
use App\Pricing\Models\Approval;
use App\Support\Database\IdArray;
use App\Support\Live\Announce;
use App\Support\Live\Topic;
use Illuminate\Support\Facades\DB;
use Wrasse\Core\Money\PriceMove;
use Wrasse\Core\Trail\Outcome;

/**
 * Puts decided prices that ask first before people, and takes back those that the market has overtaken. Within the
 * transaction of the caller.
 */
final readonly class RequestApprovals
{
    /**
     * @param  array<int, array{int, DecisionSummary}>  $kept  decisions by listing
     * @param  list<int>  $listingIds  all that were decided on
     */
    public function handle(Workspace $workspace, array $kept, array $listingIds, ?Answers $answers): void
    {
        $reviews = array_filter(
            $kept,
            fn (array $one) => $one[1]->outcome === Outcome::Review && $answers?->price($one[1]) === null,
        );
        $this->settleOthers($workspace, array_values(array_diff($listingIds, array_keys($reviews))), $answers);
        $resting =
            $reviews === []
                ? []
                : Approval::query()
                    ->whereIn('listing_id', array_keys($reviews))
                    ->where('rests_until', '>', now())
                    ->pluck('listing_id')
                    ->all();
        $asked = array_diff_key($reviews, array_flip($resting));
        if ($asked === []) {
            return;
        }
        $sold = RecentSales::units($workspace->id, array_keys($asked));
        $rows = [];
        foreach ($asked as $listingId => [$decisionId, $one]) {
            $price = (int) $one->price;
            $rows[] = [
                'workspace_id' => $workspace->id,
                'listing_id' => $listingId,
                'decision_id' => $decisionId,
                'state' => 'waiting',
                'reason' => $one->reason->value,
                'from_minor' => $one->row->price_minor,
                'price_minor' => $price,
                'stake_minor' => (new PriceMove($one->row->price_minor, $price))->stake($sold[$listingId] ?? 0),
                'asked_at' => now(),
            ];
        }
        $this->put($rows);
        Announce::change($workspace->id, Topic::Approvals);
    }

    /** @param  list<array<string, mixed>>  $rows */
    private function put(array $rows): void
    {
        DB::statement(
            <<<'SQL'
            INSERT INTO approvals (
                workspace_id, listing_id, decision_id, state, reason, from_minor, price_minor, stake_minor, asked_at
            )
            SELECT workspace_id, listing_id, decision_id, state, reason, from_minor, price_minor, stake_minor, now()
            FROM jsonb_to_recordset(?) AS r(
                workspace_id bigint, listing_id bigint, decision_id bigint, state text, reason text,
                from_minor bigint, price_minor bigint, stake_minor bigint
            )
            ON CONFLICT (listing_id) WHERE state = 'waiting' DO UPDATE SET
                decision_id = excluded.decision_id,
                reason = excluded.reason,
                from_minor = excluded.from_minor,
                price_minor = excluded.price_minor,
                stake_minor = excluded.stake_minor
            SQL,
            [json_encode($rows, JSON_THROW_ON_ERROR)],
        );
    }

    /** @param  list<int>  $listingIds  that need no answer any more */
    private function settleOthers(Workspace $workspace, array $listingIds, ?Answers $answers): void
    {
        $taken = array_intersect_key($answers->taken ?? [], array_flip($listingIds));
        $settled = DB::update(
            <<<'SQL'
            UPDATE approvals a
            SET state = CASE WHEN t.price IS NULL THEN 'gone' ELSE 'approved' END,
                approved_minor = t.price,
                user_id = CASE WHEN t.price IS NULL THEN a.user_id ELSE ? END,
                settled_at = now()
            FROM unnest(?::bigint[]) AS l(id)
            LEFT JOIN unnest(?::bigint[], ?::bigint[]) AS t(id, price) USING (id)
            WHERE a.listing_id = l.id AND a.workspace_id = ? AND a.state = 'waiting'
            SQL,
            [
                $answers?->userId,
                IdArray::of($listingIds),
                IdArray::of(array_keys($taken)),
                IdArray::of(array_values($taken)),
                $workspace->id,
            ],
        );
        if ($settled > 0) {
            Announce::change($workspace->id, Topic::Approvals);
        }
    }
}
