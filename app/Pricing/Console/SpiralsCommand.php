<?php

declare(strict_types=1);

namespace App\Pricing\Console;

use App\Accounts\Models\Repricing;
use App\Accounts\Models\Workspace;
use App\Pricing\Spirals\FindSpirals;
use App\Support\Tenancy\CurrentWorkspace;
use Illuminate\Console\Command;
use Illuminate\Support\Facades\DB;

final class SpiralsCommand extends Command
{
    private const KEPT_DAYS = 30;

    protected $signature = 'pricing:spirals';

    protected $description = 'Look for rivals with whom we step each other down';

    public function handle(CurrentWorkspace $current, FindSpirals $find): int
    {
        foreach (Workspace::query()->where('repricing', '<>', Repricing::RulesPaused)->pluck('id') as $id) {
            $current->within((int) $id, fn () => $find->handle((int) $id));
        }
        DB::table('spirals')->where('last_at', '<', now()->subDays(self::KEPT_DAYS))->where(fn ($query) => $query->whereNull('until')->orWhere('until', '<', now()))->delete();

        return self::SUCCESS;
    }
}
