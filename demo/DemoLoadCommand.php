<?php

declare(strict_types=1);

namespace Demo;

use App\Accounts\Models\Workspace;
use App\Channels\Models\Channel;
use App\Support\Tenancy\CurrentWorkspace;
use Illuminate\Console\Command;

/** Brings in Kettle & Crock, an invented seller, from the two simulated marketplaces and its own cost file. */
final class DemoLoadCommand extends Command
{
    protected $signature = 'demo:load
        {--bare : listings only, without costs, limits and rules}
        {--empty : an account, and nothing in it}
        {--seller= : one more seller, who signs in as this name at kettle-crock.example and sells on a Quayside of their own}';

    protected $description = 'Load the demo data, if it is not there yet';

    public function handle(CurrentWorkspace $current, DemoWorkspace $demo): int
    {
        TrialDatabase::claim();
        $seller = $this->option('seller');
        $workspace = Workspace::query()->where('name', DemoWorkspace::NAME)->first();
        if ($workspace !== null && $seller === null) {
            $current->within(
                $workspace->id,
                function () use ($demo, $workspace): void {
                    Channel::query()->get()->each(fn (Channel $channel) => $demo->connect($channel));
                    if ($workspace->rates_address !== null) {
                        $demo->haveRatesFetched($workspace);
                    }
                },
            );

            return self::SUCCESS;
        }
        $say = fn (string $line) => $this->line(date('H:i:s ').$line);
        match (true) {
            $this->option('empty') => $demo->open(),
            default => $demo->build((bool) $this->option('bare'), $say, $seller),
        };

        return self::SUCCESS;
    }
}
