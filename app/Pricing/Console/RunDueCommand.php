<?php

declare(strict_types=1);

namespace App\Pricing\Console;

use App\Accounts\Models\Repricing;
use App\Accounts\Models\Workspace;
use App\Pricing\Actions\StartRun;
use App\Pricing\Models\Rule;
use App\Support\Tenancy\CurrentWorkspace;
use Illuminate\Console\Command;

final class RunDueCommand extends Command
{
    protected $signature = 'pricing:run-due';

    protected $description = 'Run the rules whose time has come';

    public function handle(CurrentWorkspace $workspace, StartRun $start): int
    {
        foreach (Workspace::query()->where('repricing', '<>', Repricing::RulesPaused)->get(['id', 'time_zone']) as $of) {
            $workspace->within($of->id, function () use ($of, $start): void {
                foreach (Rule::query()->where('is_on', true)->orderBy('id')->get() as $rule) {
                    if ($rule->times($of->time_zone)->isDue($rule->last_run_at, $rule->times_set_at, now())) {
                        $start->ofRule($rule, 'schedule');
                    }
                }
            });
        }

        return self::SUCCESS;
    }
}
