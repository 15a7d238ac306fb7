<?php

declare(strict_types=1);

namespace App\Catalogue\Console;

use App\Catalogue\Models\Import;
use App\Support\Tenancy\AcrossWorkspaces;
use Illuminate\Console\Command;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\File;

final class CatalogueHousekeepingCommand extends Command
{
    /** So long bulk changes can be looked at and undone. */
    private const DAYS = 90;

    /** So long the history of limits is shown. */
    private const LIMIT_DAYS = 400;

    protected $signature = 'catalogue:housekeeping';

    protected $description = 'Forget old bulk changes, files and limits';

    public function handle(): int
    {
        $before = now()->subDays(self::DAYS);
        AcrossWorkspaces::table('batches')->where('created_at', '<', $before)->whereNotIn('state', ['planning', 'applying', 'undoing'])->delete();
        $unused = AcrossWorkspaces::query(Import::class)->where('created_at', '<', $before)->whereNotIn('id', DB::table('batches')->whereNotNull('import_id')->select('import_id'))->get();
        /** @var Import $import */
        foreach ($unused as $import) {
            $import->delete();
            File::delete($import->path());
        }

        AcrossWorkspaces::table('limit_changes')->where('changed_at', '<', now()->subDays(self::LIMIT_DAYS))->delete();

        return self::SUCCESS;
    }
}
