<?php

declare(strict_types=1);

namespace App\Pricing\Deciding;

use App\Support\Database\CopyRows;
use App\Support\Database\IdArray;
use Illuminate\Support\Facades\DB;

/** Which decision stands on a listing: the last one, as long as it is being repriced. */
final readonly class CurrentDecisions
{
    private const COLUMNS = [
        'listing_id' => 0,
        'workspace_id' => 0,
        'rule_version_id' => 0,
        'price_minor' => 0,
        'outcome' => 0,
        'reason' => 0,
    ];

    /** @param  list<array<string, int|string|null>>  $decisions  on listings where none stands */
    public static function begin(array $decisions): void
    {
        CopyRows::into(
            'current_decisions',
            array_map(
                fn (array $decision) => [
                    'decision_id' => $decision['id'],
                    ...array_intersect_key($decision, self::COLUMNS),
                ],
                $decisions,
            ),
        );
    }

    /**
     * @param  list<int>  $decisionIds  each takes the place of the one before on its listing
     * @param  string  $decidedAt  of all of them: it tells in which month they are
     */
    public static function replace(array $decisionIds, string $decidedAt): void
    {
        if ($decisionIds !== []) {
            DB::update(
                <<<'SQL'
                UPDATE current_decisions c
                SET decision_id = d.id, rule_version_id = d.rule_version_id, price_minor = d.price_minor,
                    outcome = d.outcome, reason = d.reason
                FROM decisions d
                WHERE d.id = ANY(?) AND d.decided_at = ? AND c.listing_id = d.listing_id
                SQL,
                [IdArray::of($decisionIds), $decidedAt],
            );
        }
    }

    /** @param  list<int>  $listingIds  that are not repriced any more */
    public static function end(array $listingIds): void
    {
        if ($listingIds !== []) {
            DB::delete('DELETE FROM current_decisions WHERE listing_id = ANY(?)', [IdArray::of($listingIds)]);
        }
    }
}
