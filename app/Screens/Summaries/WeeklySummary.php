<?php

declare(strict_types=1);

namespace App\Screens\Summaries;

use App\Accounts\Models\Workspace;
use App\Screens\Reports\ReportScope;
use Carbon\CarbonImmutable;
use Illuminate\Support\Facades\DB;
use stdClass;

/** What a week brought: how it was earned and stood beside the week before, what moved, and what waits for a person. */
final readonly class WeeklySummary
{
    private const BUSIEST = 3;

    /** @var list<SummaryFigure> */
    public array $figures;

    public int $changes;

    public int $refused;

    public int $held;

    /** @var list<stdClass> rivals that moved most: name, channel (null: a shop on the web), moves */
    public array $busiest;

    public int $needApproval;

    public int $cannotBePriced;

    /** @param  CarbonImmutable  $monday  of the week, where the workspace is */
    public function __construct(public Workspace $workspace, public CarbonImmutable $monday)
    {
        $week = self::scope($workspace, $monday);
        $this->figures = self::figures($week, self::scope($workspace, $monday->subWeek()));
        $settled = DB::table('price_changes')
            ->where('workspace_id', $workspace->id)
            ->where('settled_at', '>=', $week->begins())
            ->where('settled_at', '<', $week->ends())
            ->selectRaw("count(*) FILTER (WHERE state = 'confirmed') AS changes, count(*) FILTER (WHERE state IN ('refused', 'failed')) AS refused")
            ->first();
        $this->changes = (int) $settled?->changes;
        $this->refused = (int) $settled?->refused;
        $this->held = DB::table('approvals')
            ->where('workspace_id', $workspace->id)
            ->where('reason', 'max_move')
            ->where('asked_at', '>=', $week->begins())
            ->where('asked_at', '<', $week->ends())
            ->count();
        $this->busiest = self::busiest($week);
        $this->needApproval = DB::table('approvals')->where('workspace_id', $workspace->id)->where('state', 'waiting')->count();
        $this->cannotBePriced = DB::table('listings')
            ->where('workspace_id', $workspace->id)
            ->where('is_draft', false)
            ->where('automation_on', true)
            ->whereNotNull('rule_id')
            ->where(fn ($any) => $any->whereNotNull('problem')->orWhereNull('floor_minor')->orWhereNull('ceiling_minor'))
            ->count();
    }

    public function sunday(): CarbonImmutable
    {
        return $this->monday->addDays(6);
    }

    /** Where the report of the same days stands. */
    public function link(string $report): string
    {
        return url("/reports/{$report}?from={$this->monday->toDateString()}&to={$this->sunday()->toDateString()}");
    }

    private static function scope(Workspace $workspace, CarbonImmutable $monday): ReportScope
    {
        return new ReportScope($workspace, ['from' => $monday->toDateString(), 'to' => $monday->addDays(6)->toDateString()]);
    }

    /** @return list<SummaryFigure> */
    private static function figures(ReportScope $week, ReportScope $before): array
    {
        $now = $week->positions()->first() ?? new stdClass();
        $then = $before->positions()->first() ?? new stdClass();
        $currency = " {$week->currency()->code}";
        $of = fn (string $name, string $column, string $unit = ''): SummaryFigure => new SummaryFigure(
            $name,
            self::decimal($then->{$column} ?? null),
            self::decimal($now->{$column} ?? null),
            $unit,
        );

        return [
            new SummaryFigure('Revenue', $week->money($then->revenue_minor ?? null), $week->money($now->revenue_minor ?? null), $currency),
            new SummaryFigure('Profit', $week->money($then->profit_minor ?? null), $week->money($now->profit_minor ?? null), $currency),
            $of('Sold', 'units'),
            $of('Margin (of price), on average', 'margin_percent', ' %'),
            $of('Markup (on cost), on average', 'markup_percent', ' %'),
            $of('Buy box ours', 'buy_box_percent', ' %'),
            $of('Rank by price, on average', 'rank'),
            $of('Price index (100: as rivals on average)', 'of_average'),
        ];
    }

    private static function decimal(string|int|null $figure): ?string
    {
        return $figure === null ? null : (string) $figure;
    }

    /** @return list<stdClass> */
    private static function busiest(ReportScope $week): array
    {
        return array_values(
            DB::table('rival_moves as m')
                ->join('rivals as r', 'r.id', '=', 'm.rival_id')
                ->leftJoin('channels as c', 'c.id', '=', 'r.channel_id')
                ->where('m.workspace_id', $week->workspace->id)
                ->where('m.moved_at', '>=', $week->begins())
                ->where('m.moved_at', '<', $week->ends())
                ->whereNotNull('m.from_minor')
                ->whereNotNull('m.to_minor')
                ->groupBy('r.id', 'r.name', 'c.name')
                ->orderByDesc('moves')
                ->orderBy('r.name')
                ->limit(self::BUSIEST)
                ->selectRaw('r.name, c.name AS channel, count(*) AS moves')
                ->get()
                ->all(),
        );
    }
}
