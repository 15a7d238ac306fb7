<?php

declare(strict_types=1);

namespace App\Pricing\Console;

use App\Pricing\Actions\AssignRules;
use App\Pricing\Models\Rule;
use App\Support\Tenancy\CurrentWorkspace;
use Illuminate\Console\Command;

final class AssignRulesCommand extends Command
{
    protected $signature = 'pricing:assign';

    protected $description = 'Put listings on the rules whose filters find them, or that are the default of their channel';

    public function handle(CurrentWorkspace $current, AssignRules $assign): int
    {
        $workspaces = Rule::query()->withoutGlobalScope('workspace')
            ->where(fn ($rules) => $rules->whereNotNull('assigned')->orWhereNotNull('default_channel_id')->orWhereNotNull('only_listings')->orWhereNotNull('only_percent'))->distinct()->pluck('workspace_id');
        foreach ($workspaces as $workspace) {
            $current->within((int) $workspace, fn () => $assign->handle((int) $workspace));
        }

        return self::SUCCESS;
    }
}
