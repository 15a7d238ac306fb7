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

    private const SECONDS_APART = 20;

    public function handle(): int
    {
        // Nobody has asked for it anywhere else yet; one after the other, so that prices do not wait behind all of them.
        $workspaces = Workspace::query()->whereNotNull('rivals_gathered_at')->orderBy('id')->pluck('id');
        foreach ($workspaces as $number => $workspaceId) {
            GatherRivalsJob::dispatch((int) $workspaceId)->delay(self::SECONDS_APART * $number);
        }

        return self::SUCCESS;
    }
}
