<?php

declare(strict_types=1);

namespace App\Pricing\Actions;

use App\Catalogue\Models\Listing;
use App\Pricing\Jobs\DecideListingsJob;
use App\Pricing\Models\Rule;
use App\Pricing\Models\Run;
use Illuminate\Support\Facades\DB;

/** Starts one pass of a rule over its listings. */
final readonly class StartRun
{
    public function handle(Rule $rule, string $cause): Run
    {
        return DB::transaction(function () use ($rule, $cause): Run {
            $ids = array_values(Listing::query()->where('rule_id', $rule->id)->orderBy('id')->pluck('id')->all());
            $run = Run::query()->create([
                'rule_id' => $rule->id, 'cause' => $cause, 'total' => count($ids), 'started_at' => now(), 'finished_at' => $ids === [] ? now() : null,
            ]);
            $rule->update(['last_run_at' => now()]);
            DecideListingsJob::dispatchInChunks($rule->workspace_id, $ids, $cause, $run->id);

            return $run;
        });
    }
}
