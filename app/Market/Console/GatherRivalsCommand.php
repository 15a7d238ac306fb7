<?php

declare(strict_types=1);

namespace App\Market\Console;

use App\Accounts\Models\Workspace;
use App\Market\Jobs\GatherRivalsJob;
use Illuminate\Console\Command;

final class GatherRivalsCommand extends Command
{
    protected $signature = 'market:gather-rivals';

    protected $description = 'Work out where rivals stand, and how they and we have moved';

    public function handle(): int
    {
        foreach (Workspace::query()->pluck('id') as $workspaceId) {
            GatherRivalsJob::dispatch((int) $workspaceId);
        }

        return self::SUCCESS;
    }
}
