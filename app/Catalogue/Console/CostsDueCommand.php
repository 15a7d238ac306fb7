<?php

declare(strict_types=1);

namespace App\Catalogue\Console;

use App\Catalogue\Actions\TakeDueCosts;
use App\Support\Tenancy\CurrentWorkspace;
use Illuminate\Console\Command;
use Throwable;

final class CostsDueCommand extends Command
{
    protected $signature = 'catalogue:costs-due';

    protected $description = 'Take the costs whose day has come';

    /** What goes wrong in one workspace holds up no other, and is tried again the next minute. */
    public function handle(CurrentWorkspace $current, TakeDueCosts $take): int
    {
        $result = self::SUCCESS;
        foreach (TakeDueCosts::due() as $workspace) {
            try {
                $current->within($workspace, fn () => $take->handle($workspace));
            } catch (Throwable $e) {
                report($e);
                $result = self::FAILURE;
            }
        }

        return $result;
    }
}
