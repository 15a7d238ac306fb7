<?php

declare(strict_types=1);

namespace App\Screens;

use App\Accounts\Models\Workspace;
use App\Channels\DriverRegistry;
use App\Channels\Ports\OfferSource;
use App\Screens\Http\FailingGroup;
use App\Screens\Http\PositionDay;
use App\Screens\Http\TodayResource;
use App\Screens\Positions\PositionQuery;
use Illuminate\Support\Facades\DB;
use stdClass;
use Wrasse\Core\Money\Currency;

/** What happened in the last 24 hours, and how the listings stand where there are rivals to stand among. */
final readonly class Today
{
    private const FAILING_GROUPS = 20;

    /** As many as the charts show. */
    private const DAYS = 30;

    public function __construct(private int $workspaceId)
    {
    }

    public function read(): TodayResource
    {
        $day = DB::table('price_changes')
            ->where('workspace_id', $this->workspaceId)
            ->where('settled_at', '>', now()->subDay())
            ->selectRaw(
                <<<'SQL'
                count(*) FILTER (WHERE state = 'confirmed' AND user_id IS NULL) AS by_rules,
                count(*) FILTER (WHERE state = 'confirmed' AND user_id IS NOT NULL) AS by_hand,
                count(*) FILTER (WHERE state IN ('refused', 'failed')) AS refused
                SQL,
            )
            ->first();
        $forBrake = DB::table('price_changes')
            ->where('workspace_id', $this->workspaceId)
            ->where('state', 'waiting')
            ->where('waits_for', 'brake')
            ->count();
        $forApproval = DB::table('approvals')
            ->where('workspace_id', $this->workspaceId)
            ->where('state', 'waiting')
            ->count();

        $stand = DB::table('listings')
            ->where('workspace_id', $this->workspaceId)
            ->whereNotNull('rank')
            ->where('is_draft', false)
            ->whereRaw('coalesce(stock, 1) > 0')
            ->whereIn(
                'channel_id',
                fn ($channels) => $channels
                    ->select('id')
                    ->from('channels')
                    ->where('workspace_id', $this->workspaceId)
                    ->whereIn('driver', DriverRegistry::namesOf(OfferSource::class)),
            )
            ->selectRaw(
                <<<'SQL'
                count(*) AS listings,
                count(*) FILTER (WHERE field_size = 0) AS alone,
                count(*) FILTER (WHERE field_size > 0 AND rank = 1) AS cheapest,
                count(*) FILTER (WHERE rank > 1 AND rank <= field_size) AS in_pack,
                count(*) FILTER (WHERE field_size > 0 AND rank > field_size) AS dearest,
                count(*) FILTER (WHERE holds_buy_box) AS buy_box
                SQL,
            )
            ->first();
        $currency = Currency::of(Workspace::query()->findOrFail($this->workspaceId)->currency);
        $days = PositionQuery::of($this->workspaceId)
            ->addSelect('day')
            ->where('day', '>', now()->subDays(self::DAYS)->toDateString())
            ->groupBy('day')
            ->orderBy('day')
            ->get();

        return new TodayResource(
            (int) $day?->by_rules,
            (int) $day?->by_hand,
            $forBrake + $forApproval,
            (int) $day?->refused,
            (int) $stand?->cheapest,
            (int) $stand?->in_pack,
            (int) $stand?->dearest,
            (int) $stand?->alone,
            (int) $stand?->listings,
            (int) $stand?->buy_box,
            DB::table('listings')
                ->where('workspace_id', $this->workspaceId)
                ->whereNotNull('changed_elsewhere_at')
                ->where('automation_on', false)
                ->count(),
            array_values(
                $days
                    ->map(fn (stdClass $one) => PositionDay::of($one, $currency))
                    ->all(),
            ),
            $this->failing(),
        );
    }

    /** @return list<FailingGroup> listings whose last change the channel did not take, by what it said */
    private function failing(): array
    {
        $rows = DB::select(
            <<<'SQL'
            SELECT c.name AS channel, p.state, p.problem, count(*) AS many,
                min(p.settled_at) AS since
            FROM price_changes p JOIN channels c ON c.id = p.channel_id
            WHERE p.workspace_id = ? AND p.settled_at > now() - interval '7 days' AND p.state IN ('refused', 'failed')
                AND NOT EXISTS (
                    SELECT FROM price_changes later WHERE later.listing_id = p.listing_id AND later.id > p.id
                )
            GROUP BY c.name, p.state, p.problem ORDER BY count(*) DESC LIMIT ?
            SQL,
            [$this->workspaceId, self::FAILING_GROUPS],
        );

        return array_map(FailingGroup::of(...), $rows);
    }
}
