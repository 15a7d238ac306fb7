<?php

declare(strict_types=1);

namespace App\Catalogue\Console;

use App\Accounts\Models\Workspace;
use App\Catalogue\Actions\TakeRates;
use App\Support\Tenancy\EachWorkspace;
use Illuminate\Console\Command;
use Illuminate\Support\Facades\DB;

final class AgeRatesCommand extends Command
{
    protected $signature = 'catalogue:age-rates';

    protected $description = 'Notice exchange rates that have become older than wanted';

    public function handle(EachWorkspace $each, TakeRates $rates): int
    {
        $with = DB::table('rates_in_use')->distinct()->orderBy('workspace_id')->pluck('workspace_id')->map(intval(...));
        $isDone = $each->run(
            array_values($with->all()),
            fn (int $workspaceId) => $rates->age(Workspace::query()->findOrFail($workspaceId)),
        );

        return $isDone ? self::SUCCESS : self::FAILURE;
    }
}
