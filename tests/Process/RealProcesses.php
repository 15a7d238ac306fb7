<?php

declare(strict_types=1);

namespace Tests\Process;

use PDO;

/**
 * Real workers, a real database and a real marketplace, in the processes that bin/test has started; workers are started
 * and killed here.
 */
trait RealProcesses
{
    private PDO $ours;

    private PDO $market;

    /** @var array<int, resource> */
    private array $workers = [];

    protected function setUp(): void
    {
        self::assertFileExists(getenv('WRASSE_HOME').'/.env', 'bin/test sets this up');
        $this->reconnect();
    }

    /** As often as it takes the server to come back. */
    private function reconnect(): void
    {
        $settings = $this->settings();
        $connect = fn (string $database): PDO => retry(
            60,
            fn () => new PDO($this->dsn($database), $settings['DB_USERNAME'], $settings['DB_PASSWORD'], [
                PDO::ATTR_DEFAULT_FETCH_MODE => PDO::FETCH_ASSOC,
            ]),
            250,
        );
        $this->ours = $connect('wrasse_process');
        $this->market = $connect('quayside');
    }

    private function dsn(string $database): string
    {
        return "pgsql:host={$this->settings()['DB_HOST']};port={$this->settings()['DB_PORT']};dbname={$database}";
    }

    /** @return array<string, string> */
    private function settings(): array
    {
        /** @var array<string, string> */
        return parse_ini_file(getenv('WRASSE_HOME').'/.env', scanner_mode: INI_SCANNER_RAW);
    }

    protected function tearDown(): void
    {
        $this->killAll();
        $unbound = is_file(WatchedConnection::path()) ? array_unique((array) file(WatchedConnection::path())) : [];
        @unlink(WatchedConnection::path());
        self::assertSame([], $unbound, 'statements that do not say whose rows they mean');
    }

    /** @param  array<string, float>  $faults */
    private function faults(array $faults): void
    {
        $settings = $this->settings();
        $context = stream_context_create([
            'http' => [
                'method' => 'PUT',
                'header' => "Authorization: Bearer control-{$settings['MARKET_TOKEN']}\r\nContent-Type: application/json",
                'content' => json_encode((object) $faults),
                'ignore_errors' => true,
            ],
        ]);
        self::assertNotFalse(file_get_contents("{$settings['QUAYSIDE_URL']}/control/faults", false, $context));
        self::assertStringContainsString(' 200 ', $http_response_header[0] ?? '');
    }

    private function waitUntilSettled(): void
    {
        $until = time() + 150;
        do {
            $this->command('work:sweep');
            usleep(500_000);
            $open = (int) $this->one(
                $this->ours,
                <<<'SQL'
                SELECT (SELECT count(*) FROM price_changes WHERE state IN ('queued', 'sending',
                    'sent')) + (SELECT count(*) FROM feeds WHERE state <> 'closed') + (SELECT count(*) FROM jobs WHERE queue NOT IN ('watching', 'alerts', 'deliveries')) + (SELECT count(*) FROM pending_decisions)
                SQL,
            );
        } while ($open > 0 && time() < $until);
        self::assertSame(0, $open, 'it did not settle');
    }

    private function startWorkers(
        int $wanted,
        ?string $clock = null,
        string $queues = 'publish,market,confirm,default',
    ): void {
        // A worker that lost its connection ends by itself.
        foreach ($this->workers as $at => $process) {
            if (! proc_get_status($process)['running']) {
                proc_close($process);
                unset($this->workers[$at]);
            }
        }
        while (count($this->workers) < $wanted) {
            $process = proc_open(
                [
                    ...self::php(),
                    'artisan',
                    'queue:work',
                    "--queue={$queues}",
                    '--sleep=0.1',
                    '--tries=8',
                    '--quiet',
                ],
                [1 => ['file', '/dev/null', 'w'], 2 => ['file', '/dev/null', 'w']],
                $pipes,
                dirname(__DIR__, 2),
                [
                    ...$this->environment(),
                    ...$clock === null ? [] : ['LD_PRELOAD' => (string) self::fakeTime(), 'FAKETIME' => $clock],
                ],
            );
            self::assertIsResource($process);
            $this->workers[] = $process;
        }
    }

    /** @return list<string> the interpreter, watching statements */
    private static function php(): array
    {
        return [PHP_BINARY, '-d', 'auto_prepend_file='.__DIR__.'/watch-statements.php'];
    }

    /** libfaketime: the clock of a process as it is asked for. */
    private static function fakeTime(): ?string
    {
        return glob('/usr/lib/*/faketime/libfaketime.so.1')[0] ?? null;
    }

    private function killAll(): void
    {
        foreach (array_keys($this->workers) as $at) {
            $this->kill($at);
        }
    }

    private function kill(int $at): void
    {
        posix_kill(proc_get_status($this->workers[$at])['pid'], SIGKILL);
        proc_close($this->workers[$at]);
        unset($this->workers[$at]);
    }

    private function command(string $command): void
    {
        $process = proc_open(
            [...self::php(), 'artisan', $command, '--quiet'],
            [],
            $pipes,
            dirname(__DIR__, 2),
            $this->environment(),
        );
        self::assertIsResource($process);
        self::assertSame(0, proc_close($process), $command);
    }

    /** @return array<string, string> */
    private function environment(): array
    {
        return [
            ...getenv(),
            'APP_ENV' => 'testing',
            'DB_DATABASE' => 'wrasse_process',
            'CACHE_STORE' => 'database',
            'QUEUE_RETRY_AFTER' => '4',
            'DECIDED_TOGETHER' => '40',
        ];
    }

    private function one(PDO $database, string $sql): mixed
    {
        return $database->query($sql)->fetchColumn();
    }

    /** @return list<array<string, mixed>> */
    private function all(PDO $database, string $sql): array
    {
        return $database->query($sql)->fetchAll();
    }
}
