<?php

declare(strict_types=1);

namespace Bench;

use App\Watching\Actions\SweepWatches;
use Demo\TrialDatabase;
use Illuminate\Console\Command;
use Illuminate\Support\Facades\DB;
use Symfony\Component\Process\Process;

/**
 * Reads what `bench:watch` has loaded by workers that are killed without warning, and says what the hosts were asked
 * meanwhile: none sooner than its delay, no page twice, none left out.
 */
final class BenchWatchKillsCommand extends Command
{
    protected $signature = 'bench:watch-kills
        {--log= : what the hosts were asked, a host, a time in seconds and a path a line}
        {--kills=60 : how often a worker is killed}';

    protected $description = 'Measure how pages are read by workers that are killed';

    protected $hidden = true;

    private const WORKERS = 2;

    private const SECONDS_BETWEEN_KILLS = 6;

    private const LONGEST_SECONDS = 3_000;

    public function handle(SweepWatches $sweep): int
    {
        TrialDatabase::check();
        $log = (string) $this->option('log');
        file_put_contents($log, '');
        // None of them comes again by itself while this goes on.
        $far = json_encode(['at' => [gmdate('H:i', time() + 43_200)]], JSON_THROW_ON_ERROR);
        DB::update(
            "UPDATE watches SET schedule = ?, latest = NULL, asked_at = NULL, due_at = now() - interval '1 minute' /* all workspaces */",
            [$far],
        );
        DB::update('UPDATE web_hosts SET next_at = now()');
        $begun = microtime(true);
        $workers = [];
        $kills = 0;
        $killAt = $begun + self::SECONDS_BETWEEN_KILLS;
        while (($unread = $this->unread()) > 0 && microtime(true) < $begun + self::LONGEST_SECONDS) {
            $workers = array_filter($workers, fn (Process $worker): bool => $worker->isRunning());
            while (count($workers) < self::WORKERS) {
                $workers[] = $this->worker();
            }
            $sweep->sweep();
            if ($kills < (int) $this->option('kills') && microtime(true) >= $killAt) {
                $workers[array_rand($workers)]->signal(SIGKILL);
                $killAt = microtime(true) + random_int(1, 2 * self::SECONDS_BETWEEN_KILLS);
                $kills++;
            }
            usleep(200_000);
        }
        foreach ($workers as $worker) {
            $worker->stop();
        }
        $this->report($log, $kills, $unread, microtime(true) - $begun);

        return self::SUCCESS;
    }

    private function worker(): Process
    {
        $worker = new Process([PHP_BINARY, 'artisan', 'queue:work', '--queue=watching', '--sleep=0.1', '--tries=8', '--quiet']);
        $worker->setTimeout(null)->disableOutput()->start();

        return $worker;
    }

    private function unread(): int
    {
        return DB::table('watches')->whereNull('latest')->count();
    }

    private function report(string $log, int $kills, int $unread, float $seconds): void
    {
        $asked = HostRequests::read($log);
        $interrupted = DB::table('watches')->where('latest->problem', 'like', '%interrupted%')->count();
        $this->line(sprintf(
            '%d workers, %d of them killed: %d watches in %.0f s, %d cut off and told so, %d lost',
            self::WORKERS + $kills,
            $kills,
            DB::table('watches')->whereNotNull('latest')->count(),
            $seconds,
            $interrupted,
            $unread,
        ));
        $this->line(sprintf(
            '%d requests to %d hosts: %d pages asked for twice; the shortest time between two to a host %.2f s, %s',
            $asked->requests,
            $asked->hosts,
            $asked->pagesTwice,
            $asked->shortestGap,
            MachineLoad::words(),
        ));
    }
}
