<?php

declare(strict_types=1);

namespace App\Pricing\Actions;

use App\Catalogue\Events\Cause;
use App\Catalogue\Models\Listing;
use App\Pricing\Jobs\DecideListingsJob;
use App\Pricing\Models\Rule;
use App\Pricing\Models\Run;
use App\Pricing\Models\RunState;
use App\Pricing\Runs\RunProgress;
use Illuminate\Support\Facades\DB;

/** Starts a pass over listings: those of a rule, or those that something touched. */
final readonly class StartRun
{
    public function ofRule(Rule $rule, Cause $cause): Run
    {
        return DB::transaction(function () use ($rule, $cause): Run {
            $ids = Listing::ids(['rule_id' => $rule->id]);
            $rule->update(['last_run_at' => now()]);

            return $this->over($rule->workspace_id, $ids, $cause, $rule->id);
        });
    }

    /**
     * @param  list<int>  $listingIds
     * @param  int|null  $ruleId  where all of them are on one rule
     */
    public function over(int $workspaceId, array $listingIds, Cause $cause, ?int $ruleId = null): Run
    {
        return DB::transaction(function () use ($workspaceId, $listingIds, $cause, $ruleId): Run {
            $isNone = $listingIds === [];
            $run = Run::query()->create([
                'rule_id' => $ruleId,
                'cause' => $cause,
                'state' => $isNone ? RunState::Released : RunState::Deciding,
                'total' => count($listingIds),
                'started_at' => now(),
                'finished_at' => $isNone ? now() : null,
            ]);
            DecideListingsJob::dispatchInChunks($workspaceId, $listingIds, $cause, $run->id);

            return $run;
        });
    }

    /**
     * More listings that the same thing touched, told bit by bit; RunProgress::told() says when that was all.
     *
     * @param  list<int>  $listingIds
     */
    public function more(int $workspaceId, array $listingIds, Cause $cause, string $key): void
    {
        DB::transaction(function () use ($workspaceId, $listingIds, $cause, $key): void {
            Run::query()->insertOrIgnore([
                'workspace_id' => $workspaceId,
                'cause' => $cause->value,
                'state' => RunState::Deciding->value,
                'key' => $key,
                'is_told' => false,
                'total' => 0,
                'started_at' => now(),
            ]);
            $run = Run::query()->where('key', $key)->lock('FOR NO KEY UPDATE')->firstOrFail();
            $before = $run->total;
            $run->update(['total' => $before + count($listingIds)]);
            DecideListingsJob::dispatchInChunks($workspaceId, $listingIds, $cause, $run->id, $before);
        });
    }
}
