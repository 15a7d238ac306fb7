<?php

declare(strict_types=1);

namespace Bench;

use App\Accounts\Models\Workspace;
use App\Support\Tenancy\CurrentWorkspace;
use App\Watching\Actions\ReadPages;
use App\Watching\Schedules\EveryMinutes;
use Carbon\CarbonImmutable;
use Demo\TrialDatabase;
use Illuminate\Console\Command;
use Illuminate\Support\Facades\DB;
use Wrasse\Core\Reading\Page\PageReader;

/** Measures how pages of many hosts are read: 10,000 watches on 200 hosts that a web server of this machine stands for. */
final class BenchWatchCommand extends Command
{
    protected $signature = 'bench:watch
        {--port= : where the hosts answer}
        {--log= : what they were asked, a host, a time in seconds and a path a line}
        {--page= : the page they answer with}';

    protected $description = 'Measure how pages are read';

    protected $hidden = true;

    private const WATCHES = 10_000;

    private const HOSTS = 200;

    private const DELAY_SECONDS = 1;

    private const SECONDS = 30;

    private const READINGS = 40;

    public function handle(CurrentWorkspace $current, ReadPages $read): int
    {
        TrialDatabase::check();
        $workspace = Workspace::query()->firstOrFail();

        return $current->within($workspace->id, function () use ($workspace, $read): int {
            $this->readOne();
            $this->load($workspace);
            $this->schedule();
            $this->fetch($workspace, $read);

            return self::SUCCESS;
        });
    }

    private function readOne(): void
    {
        $html = (string) file_get_contents((string) $this->option('page'));
        $took = [];
        for ($i = 0; $i < self::READINGS; $i++) {
            $begun = hrtime(true);
            (new PageReader())->read($html, 'text/html; charset=utf-8');
            $took[] = (hrtime(true) - $begun) / 1e6;
        }
        sort($took);
        $this->line(sprintf(
            'reading a page of %d kB: median %.0f ms, slowest %.0f ms, %s',
            strlen($html) / 1_000,
            $took[intdiv(self::READINGS, 2)],
            end($took),
            MachineLoad::words(),
        ));
    }

    private function load(Workspace $workspace): void
    {
        $hosts = self::HOSTS;
        $port = (int) $this->option('port');
        DB::unprepared(
            <<<SQL
            INSERT INTO web_hosts (host, robots_state, robots_at) SELECT 'h' || n || '.test', 'none', now() FROM generate_series(1, {$hosts}) AS n;
            INSERT INTO sites (workspace_id, host, name, delay_seconds, daily_requests)
            SELECT {$workspace->id}, host, host, 1, 100000 FROM web_hosts WHERE host ~ '^h\\d+\\.test$';
            SQL,
        );
        DB::insert(
            <<<'SQL'
            INSERT INTO watches (workspace_id, site_id, listing_id, url, schedule, state)
            SELECT s.workspace_id, s.id, (SELECT min(id) FROM listings) + n, 'http://' || s.host || ':' || ? || '/p/' || n,
                '{"every_minutes": 60}', 'confirmed'
            FROM generate_series(1, ?) AS n
            JOIN sites s ON s.host = 'h' || (n % ? + 1) || '.test' AND s.workspace_id = ?
            SQL,
            [$port, self::WATCHES, self::HOSTS, $workspace->id],
        );
    }

    /** How many come due in each minute of an hour. */
    private function schedule(): void
    {
        $schedule = new EveryMinutes(60);
        $now = CarbonImmutable::now();
        $minutes = array_fill(0, 60, 0);
        foreach (DB::table('watches')->where('schedule->every_minutes', 60)->pluck('id') as $id) {
            $minutes[min(59, (int) $now->diffInMinutes($schedule->next($now, (int) $id, 'UTC'), true))]++;
        }
        $this->line(sprintf('%d watches each hour: %d to %d come due in a minute', self::WATCHES, min($minutes), max($minutes)));
    }

    private function fetch(Workspace $workspace, ReadPages $read): void
    {
        DB::update("UPDATE watches SET due_at = now() - interval '1 hour' /* all workspaces */");
        $before = memory_get_usage(true);
        memory_reset_peak_usage();
        $begun = microtime(true);
        $asked = 0;
        while (microtime(true) < $begun + self::SECONDS) {
            $asked += $read->handle($workspace);
            usleep(20_000);
        }
        $seconds = microtime(true) - $begun;
        $hosts = HostRequests::read((string) $this->option('log'));
        $this->line(sprintf(
            '%d pages of %d hosts in %.0f s by one process: %.0f a second (at most %d are allowed); peak memory %.0f MB, %.0f MB before',
            $asked,
            $hosts->hosts,
            $seconds,
            $asked / $seconds,
            self::HOSTS / self::DELAY_SECONDS,
            memory_get_peak_usage(true) / 1_048_576,
            $before / 1_048_576,
        ));
        $this->line(sprintf('the shortest time between two requests to a host: %.2f s, with a delay of %d s', $hosts->shortestGap, self::DELAY_SECONDS));
        $this->line(sprintf('read: %d, without a price: %d, %s', DB::table('watches')->whereNotNull('latest')->count(), DB::table('watches')->where('latest->verdict', 'failed')->count(), MachineLoad::words()));
    }
}
