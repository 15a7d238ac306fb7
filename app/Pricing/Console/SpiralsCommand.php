<?php

declare(strict_types=1);

namespace App\Pricing\Console;

use App\Accounts\Models\Repricing;
use App\Accounts\Models\Workspace;
use App\Pricing\Spirals\FindSpirals;
use App\Support\Tenancy\AcrossWorkspaces;
use App\Support\Tenancy\EachWorkspace;
use Illuminate\Console\Command;

final class SpiralsCommand extends Command
{
    private const KEPT_DAYS = 30;

    protected $signature = 'pricing:spirals';

    protected $description = 'Look for rivals with whom we step each other down';

    public function handle(EachWorkspace $each, FindSpirals $find): int
    {
        $isWell = $each->run(Workspace::query()->where('repricing', '<>', Repricing::RulesPaused)->pluck('id'), $find->handle(...));
        AcrossWorkspaces::table('spirals')->where('last_at', '<', now()->subDays(self::KEPT_DAYS))->where(fn ($query) => $query->whereNull('until')->orWhere('until', '<', now()))->delete();

        return $isWell ? self::SUCCESS : self::FAILURE;
    }
}
