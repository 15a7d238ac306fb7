<?php

declare(strict_types=1);

namespace App\Catalogue\Console;

use App\Accounts\Models\Workspace;
use App\Catalogue\Actions\FetchRates;
use App\Support\Tenancy\EachWorkspace;
use Illuminate\Console\Command;

final class FetchRatesCommand extends Command
{
    protected $signature = 'catalogue:fetch-rates';

    protected $description = 'Fetch exchange rates from where each workspace has them';

    public function handle(EachWorkspace $each, FetchRates $fetch): int
    {
        $isDone = $each->run(
            FetchRates::wanted(),
            fn (int $workspaceId) => $fetch->handle(Workspace::query()->findOrFail($workspaceId)),
        );

        return $isDone ? self::SUCCESS : self::FAILURE;
    }
}
