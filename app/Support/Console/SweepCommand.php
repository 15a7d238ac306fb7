<?php

declare(strict_types=1);

namespace App\Support\Console;

use App\Support\Schedule\AfterClockJump;
use App\Support\Schedule\Sweeper;
use Illuminate\Console\Command;
use Throwable;

final class SweepCommand extends Command
{
    protected $signature = 'work:sweep';

    protected $description = 'Take up work that is due and that nobody is doing';

    public function handle(AfterClockJump $clock): int
    {
        $clock->handle();
        $result = self::SUCCESS;
        /** @var Sweeper $sweeper */
        foreach ($this->laravel->tagged(Sweeper::TAG) as $sweeper) {
            try {
                $sweeper->sweep();
            } catch (Throwable $e) {
                // The others go on.
                report($e);
                $result = self::FAILURE;
            }
        }

        return $result;
    }
}
