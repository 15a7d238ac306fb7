<?php

declare(strict_types=1);

namespace App\Screens\Positions;

use App\Accounts\Models\Workspace;
use App\Catalogue\Currencies\OwnCurrency;
use App\Channels\DriverRegistry;
use App\Channels\Ports\OfferSource;
use App\Support\Tenancy\CurrentWorkspace;
use Illuminate\Support\Facades\DB;

/**
 * Keeps how the listings of each workspace stand today, and what they sold, by channel, brand and category. Orders of
 * yesterday still come in.
 */
final readonly class NotePositions
{
    public function __construct(private CurrentWorkspace $current)
    {
    }

    public function handle(): void
    {
        $factors = json_encode($this->factors(), JSON_THROW_ON_ERROR);
        DB::transaction(function () use ($factors): void {
            // A product that is in another category since the last time no longer counts in the one before.
            DB::delete(
                <<<'SQL'
                DELETE FROM position_days d
                USING workspaces w
                WHERE w.id = d.workspace_id AND d.day = (now() AT TIME ZONE w.time_zone)::date
                SQL,
            );
            $this->noteStanding($factors);
            $this->noteChanges();
            $this->noteSales($factors);
        });
    }

    /** @param  string  $factors  JSON, as factors() has it */
    private function noteStanding(string $factors): void
    {
        DB::insert(
            <<<'SQL'
            INSERT INTO position_days (
                workspace_id, day, channel_id, brand, category, listings, met, buy_box, ranks, cheapest, dearest,
                priced, margins, markups, indexed, ours_minor, average_minor, lowest_minor
            )
            SELECT l.workspace_id, (now() AT TIME ZONE w.time_zone)::date, l.channel_id, coalesce(p.brand, ''),
                coalesce(p.category, ''),
                count(*) FILTER (WHERE is_compared_with),
                count(*) FILTER (WHERE is_met),
                count(*) FILTER (WHERE is_compared_with AND holds_buy_box),
                coalesce(sum(rank) FILTER (WHERE is_met), 0),
                count(*) FILTER (WHERE is_met AND rank = 1),
                count(*) FILTER (WHERE is_met AND rank > field_size),
                count(margin_percent),
                coalesce(sum(margin_percent * 100), 0),
                coalesce(sum(markup_percent * 100) FILTER (WHERE margin_percent IS NOT NULL), 0),
                count(r.listing_id) FILTER (WHERE rate IS NOT NULL),
                coalesce(round(sum(r.ours * rate)), 0),
                coalesce(round(sum(r.average * rate)), 0),
                coalesce(round(sum(r.lowest * rate)), 0)
            FROM (
                SELECT *, is_compared_with AND field_size > 0 AS is_met
                FROM (
                    SELECT *, rank IS NOT NULL AND channel_id IN (
                        SELECT id FROM channels WHERE driver = ANY(string_to_array(?, ','))
                    ) AS is_compared_with
                    FROM listings
                    WHERE NOT is_draft AND coalesce(stock, 1) > 0
                ) known
            ) l
            JOIN workspaces w ON w.id = l.workspace_id
            JOIN products p ON p.id = l.product_id AND p.workspace_id = l.workspace_id
            JOIN channels c ON c.id = l.channel_id AND c.workspace_id = l.workspace_id
            LEFT JOIN json_to_recordset(?) AS f (workspace_id bigint, currency text, factor numeric)
                ON f.workspace_id = l.workspace_id AND f.currency = c.currency
            CROSS JOIN LATERAL (SELECT CASE WHEN c.currency = w.currency THEN 1 ELSE f.factor END AS rate) rates
            LEFT JOIN (
                SELECT listing_id, max(ours_minor) AS ours, avg(theirs_minor) AS average, min(theirs_minor) AS lowest
                FROM rival_listings
                GROUP BY listing_id
            ) r ON r.listing_id = l.id
            GROUP BY l.workspace_id, w.time_zone, l.channel_id, p.brand, p.category
            SQL,
            [implode(',', DriverRegistry::namesOf(OfferSource::class)), $factors],
        );
    }

    private function noteChanges(): void
    {
        DB::insert(
            <<<'SQL'
            INSERT INTO position_days (workspace_id, day, channel_id, brand, category, changes)
            SELECT c.workspace_id, (now() AT TIME ZONE w.time_zone)::date, c.channel_id, coalesce(p.brand, ''),
                coalesce(p.category, ''), count(*)
            FROM price_changes c
            JOIN workspaces w ON w.id = c.workspace_id
            JOIN listings l ON l.id = c.listing_id AND l.workspace_id = c.workspace_id
            JOIN products p ON p.id = l.product_id AND p.workspace_id = c.workspace_id
            WHERE c.state = 'confirmed'
                AND c.settled_at >= date_trunc('day', now() AT TIME ZONE w.time_zone) AT TIME ZONE w.time_zone
            GROUP BY c.workspace_id, w.time_zone, c.channel_id, p.brand, p.category
            ON CONFLICT (workspace_id, day, channel_id, brand, category) DO UPDATE SET changes = excluded.changes
            SQL,
        );
        DB::update(
            <<<'SQL'
            UPDATE position_days d
            SET changes = 0
            FROM workspaces w
            WHERE w.id = d.workspace_id AND d.day = (now() AT TIME ZONE w.time_zone)::date AND d.changes IS NULL
            SQL,
        );
    }

    /** @param  string  $factors  JSON, as factors() has it */
    private function noteSales(string $factors): void
    {
        DB::insert(
            <<<'SQL'
            INSERT INTO position_days (
                workspace_id, day, channel_id, brand, category, units, revenue_minor, profit_minor
            )
            SELECT s.workspace_id, s.day, l.channel_id, coalesce(p.brand, ''), coalesce(p.category, ''), sum(s.units),
                round(sum(s.revenue_minor * coalesce(f.factor, 1))),
                round(sum(s.units * l.profit_minor * coalesce(f.factor, 1)))
            FROM sales_days s
            JOIN listings l ON l.id = s.listing_id AND l.workspace_id = s.workspace_id
            JOIN products p ON p.id = l.product_id AND p.workspace_id = s.workspace_id
            JOIN channels c ON c.id = l.channel_id AND c.workspace_id = l.workspace_id
            JOIN workspaces w ON w.id = s.workspace_id
            LEFT JOIN json_to_recordset(?) AS f (workspace_id bigint, currency text, factor numeric)
                ON f.workspace_id = s.workspace_id AND f.currency = c.currency
            WHERE s.day >= current_date - 2 AND (c.currency = w.currency OR f.factor IS NOT NULL)
                AND EXISTS (SELECT FROM position_days d WHERE d.workspace_id = s.workspace_id AND d.day = s.day)
                AND NOT EXISTS (
                    SELECT FROM position_days d
                    WHERE d.workspace_id = s.workspace_id AND d.day = s.day AND (d.channel_id = 0 OR d.is_recalled)
                )
            GROUP BY s.workspace_id, s.day, l.channel_id, p.brand, p.category
            ON CONFLICT (workspace_id, day, channel_id, brand, category) DO UPDATE SET
                units = excluded.units, revenue_minor = excluded.revenue_minor, profit_minor = excluded.profit_minor
            SQL,
            [$factors],
        );
    }

    /**
     * What one minor unit of each other currency that is sold in is worth in that of its workspace.
     *
     * @return list<array{workspace_id: int, currency: string, factor: string}>
     */
    private function factors(): array
    {
        $foreign = DB::table('channels as c')
            ->join('workspaces as w', 'w.id', '=', 'c.workspace_id')
            ->whereColumn('c.currency', '<>', 'w.currency')
            ->distinct()
            ->orderBy('c.workspace_id')
            ->get(['c.workspace_id', 'c.currency']);
        $factors = [];
        foreach ($foreign->groupBy('workspace_id') as $workspaceId => $channels) {
            $own = $this->current->within(
                (int) $workspaceId,
                fn () => (new OwnCurrency(Workspace::query()->findOrFail($workspaceId)))->known(),
            );
            foreach ($channels as $channel) {
                if (isset($own[$channel->currency])) {
                    $factors[] = [
                        'workspace_id' => (int) $workspaceId,
                        'currency' => (string) $channel->currency,
                        'factor' => $own[$channel->currency],
                    ];
                }
            }
        }

        return $factors;
    }
}
