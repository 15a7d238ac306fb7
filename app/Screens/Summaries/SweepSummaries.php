<?php

declare(strict_types=1);

namespace App\Screens\Summaries;

use App\Support\Schedule\Sweeper;
use App\Support\Tenancy\AcrossWorkspaces;
use Carbon\CarbonImmutable;
use Illuminate\Database\Query\Builder;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Str;
use stdClass;

/** From Monday morning on has the week before summed up for each address that wants it, once; sends what is due. */
final readonly class SweepSummaries implements Sweeper
{
    private const HOUR = 7;

    private const TIME = 'Y-m-d H:i:sP';

    public function sweep(): void
    {
        $now = CarbonImmutable::now();
        $wanted = AcrossWorkspaces::table('alert_destinations as d')
            ->join('workspaces as w', 'w.id', '=', 'd.workspace_id')
            ->where('d.gets_summary', true)
            ->whereNull('d.paused_at')
            ->get(['d.id', 'd.workspace_id', 'w.time_zone']);
        $known = AcrossWorkspaces::table('weekly_summaries')
            ->where('week', '>=', $now->subWeeks(2)->toDateString())
            ->get(['destination_id', 'week'])
            ->mapWithKeys(fn (stdClass $row): array => ["{$row->destination_id} {$row->week}" => true]);
        foreach ($wanted as $row) {
            $there = $now->setTimezone($row->time_zone);
            $week = self::lastMonday($there)->toDateString();
            // Whoever was not there on Monday morning is told later in the week.
            if (! $known->has("{$row->id} {$week}") && $there >= $there->startOfWeek(CarbonImmutable::MONDAY)->setHour(self::HOUR)) {
                DB::table('weekly_summaries')->insertOrIgnore([
                    'workspace_id' => $row->workspace_id,
                    'destination_id' => $row->id,
                    'week' => $week,
                    'key' => (string) Str::uuid(),
                    'due_at' => $now->format(self::TIME),
                ]);
            }
        }
        $this->sendDue($now);
    }

    /** The Monday with which the last whole week began, where that clock is. */
    public static function lastMonday(CarbonImmutable $there): CarbonImmutable
    {
        return $there->startOfWeek(CarbonImmutable::MONDAY)->subWeek();
    }

    private function sendDue(CarbonImmutable $now): void
    {
        $due = AcrossWorkspaces::table('weekly_summaries')
            ->where(
                fn (Builder $either) => $either
                    ->where(fn (Builder $queued) => $queued->where('state', 'queued')->where('due_at', '<=', $now->format(self::TIME)))
                    ->orWhere(
                        fn (Builder $died) => $died
                            ->where('state', 'sending')
                            ->where('claimed_at', '<=', $now->subSeconds(SendSummary::INTERRUPTED_SECONDS)->format(self::TIME)),
                    ),
            )
            ->get(['id', 'workspace_id']);
        foreach ($due as $row) {
            SendSummaryJob::dispatch($row->workspace_id, $row->id);
        }
    }
}
