<?php

declare(strict_types=1);

namespace App\Workbench\Console;

use App\Workbench\Today;
use Illuminate\Console\Command;

final class NoteStandingCommand extends Command
{
    protected $signature = 'workbench:note-standing';

    protected $description = 'Keep how the listings stand today';

    public function handle(): int
    {
        Today::note();

        return self::SUCCESS;
    }
}
