<?php

declare(strict_types=1);

namespace App\Catalogue\Console;

use App\Catalogue\Models\Import;
use App\Support\Tenancy\AcrossWorkspaces;
use Illuminate\Console\Command;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\File;

/** Files that were brought are kept as long as the bulk changes that were made from them. */
final class RemoveImportFilesCommand extends Command
{
    protected $signature = 'catalogue:remove-files';

    protected $description = 'Remove files that were brought, once their bulk changes are gone';

    public function handle(): int
    {
        $unused = AcrossWorkspaces::query(Import::class)
            ->where('created_at', '<', now()->subDays((int) config('retention.batches.days')))
            ->whereNotIn('id', DB::table('batches')->whereNotNull('import_id')->select('import_id'));
        /** @var Import $import */
        foreach ($unused->get() as $import) {
            $import->delete();
            File::delete($import->path());
        }

        return self::SUCCESS;
    }
}
