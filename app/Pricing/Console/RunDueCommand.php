<?php

declare(strict_types=1);

namespace App\Pricing\Console;

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
        $rules = Rule::query()->withoutGlobalScope('workspace')->where('is_on', true)
            ->whereIn('workspace_id', fn ($query) => $query->select('id')->from('workspaces')->where('repricing_on', true))->get();
        /** @var Rule $rule */
        foreach ($rules as $rule) {
            if ($rule->times()->isDue($rule->last_run_at, now())) {
                $workspace->within($rule->workspace_id, fn () => $start->ofRule($rule, 'schedule'));
            }
        }

        return self::SUCCESS;
    }
}
