<?php

declare(strict_types=1);

namespace App\Screens\Console;

use App\Screens\Today;
use Illuminate\Console\Command;

final class NotePositionsCommand extends Command
{
    protected $signature = 'screens:note-positions';

    protected $description = 'Write down today’s positions and buy boxes';

    public function handle(): int
    {
        Today::note();

        return self::SUCCESS;
    }
}
