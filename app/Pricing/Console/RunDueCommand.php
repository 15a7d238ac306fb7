<?php

declare(strict_types=1);

namespace App\Pricing\Console;

use App\Accounts\Models\Repricing;
use App\Accounts\Models\Workspace;
use App\Catalogue\Events\Cause;
use App\Pricing\Actions\StartRun;
use App\Pricing\Models\Rule;
use App\Support\Tenancy\EachWorkspace;
use Illuminate\Console\Command;

final class RunDueCommand extends Command
{
    protected $signature = 'pricing:run-due';

    protected $description = 'Run the rules whose time has come';

    public function handle(EachWorkspace $each, StartRun $start): int
    {
        $zones = Workspace::query()->where('repricing', '<>', Repricing::RulesPaused)->pluck('time_zone', 'id');
        $isWell = $each->run($zones->keys(), function (int $workspaceId) use ($zones, $start): void {
            foreach (Rule::query()->where('is_on', true)->orderBy('id')->get() as $rule) {
                if ($rule->times($zones[$workspaceId])->isDue($rule->last_run_at, $rule->times_set_at, now())) {
                    $start->ofRule($rule, Cause::Schedule);
                }
            }
        });

        return $isWell ? self::SUCCESS : self::FAILURE;
    }
}
