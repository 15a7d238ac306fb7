<?php

declare(strict_types=1);

namespace App\Pricing\Deciding;

use App\Support\Database\IdArray;
use Illuminate\Support\Facades\DB;

/** Which decision stands on a listing: the last one, as long as it is being repriced. */
final readonly class StandingDecisions
{
    /** @param  list<int>  $decisionIds  each takes the place of the one before on its listing */
    public static function begin(array $decisionIds): void
    {
        DB::insert(<<<'SQL'
            INSERT INTO standing_decisions (listing_id, workspace_id, decision_id, rule_version_id, price_minor, outcome, reason)
            SELECT listing_id, workspace_id, id, rule_version_id, price_minor, outcome, reason FROM decisions WHERE id = ANY(?)
            ON CONFLICT (listing_id) DO UPDATE SET decision_id = excluded.decision_id, rule_version_id = excluded.rule_version_id,
                price_minor = excluded.price_minor, outcome = excluded.outcome, reason = excluded.reason
            SQL, [IdArray::of($decisionIds)]);
    }

    /** @param  list<int>  $listingIds  that are not repriced any more */
    public static function end(array $listingIds): void
    {
        if ($listingIds !== []) {
            DB::delete('DELETE FROM standing_decisions WHERE listing_id = ANY(?)', [IdArray::of($listingIds)]);
        }
    }
}
