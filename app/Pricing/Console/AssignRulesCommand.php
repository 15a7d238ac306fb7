<?php

declare(strict_types=1);

namespace App\Pricing\Console;

use App\Pricing\Actions\AssignRules;
use App\Pricing\Models\Rule;
use App\Support\Tenancy\AcrossWorkspaces;
use App\Support\Tenancy\EachWorkspace;
use Illuminate\Console\Command;

final class AssignRulesCommand extends Command
{
    protected $signature = 'pricing:assign';

    protected $description = 'Put listings on the rules whose filters find them, or that are the default of their channel';

    public function handle(EachWorkspace $each, AssignRules $assign): int
    {
        $workspaces = AcrossWorkspaces::query(Rule::class)
            ->where(
                fn ($rules) => $rules
                    ->whereNotNull('assigned')
                    ->orWhereNotNull('default_channel_id')
                    ->orWhereNotNull('only_listings')
                    ->orWhereNotNull('only_percent'),
            )
            ->distinct()
            ->pluck('workspace_id');

        return $each->run($workspaces, $assign->handle(...)) ? self::SUCCESS : self::FAILURE;
    }
}
