<?php

declare(strict_types=1);

namespace App\Market\Console;

use App\Accounts\Models\Workspace;
use App\Market\Jobs\GatherRivalsJob;
use App\Support\Queue\OneAfterAnother;
use Illuminate\Console\Command;

final class GatherRivalsCommand extends Command
{
    protected $signature = 'market:gather-rivals';

    protected $description = 'Work out where rivals stand, and how they and we have moved';

    public function handle(): int
    {
        // Nobody has asked for it anywhere else yet.
        $workspaces = Workspace::query()->whereNotNull('rivals_gathered_at')->orderBy('id')->pluck('id');
        OneAfterAnother::dispatch($workspaces->map(fn (int $workspaceId) => new GatherRivalsJob($workspaceId)));

        return self::SUCCESS;
    }
}
