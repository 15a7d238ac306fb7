<?php

declare(strict_types=1);

namespace App\Screens\Console;

use App\Accounts\Models\Workspace;
use App\Screens\Positions\NotePositions;
use App\Screens\Positions\RecallPositions;
use App\Support\Tenancy\CurrentWorkspace;
use Illuminate\Console\Command;

final class NotePositionsCommand extends Command
{
    protected $signature = 'screens:note-positions
        {--recall= : so many days before today too, from what was observed; days that were kept stay}';

    protected $description = 'Write down today’s positions, margins, buy boxes and sales';

    public function handle(NotePositions $note, RecallPositions $recall, CurrentWorkspace $current): int
    {
        $note->handle();
        if ($this->option('recall') !== null) {
            foreach (Workspace::query()->get() as $workspace) {
                $current->within($workspace->id, function () use ($recall, $workspace): void {
                    $recall->begin($workspace, (int) $this->option('recall'));
                    while ($recall->handle($workspace)) {
                        $this->output->isVerbose() && $this->output->write('.');
                    }
                });
            }
        }

        return self::SUCCESS;
    }
}
