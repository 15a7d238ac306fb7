<?php

declare(strict_types=1);

namespace App\Screens\Console;

use App\Screens\Today;
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
