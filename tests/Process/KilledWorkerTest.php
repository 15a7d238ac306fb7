<?php

declare(strict_types=1);

namespace Tests\Process;

use PDO;
use PHPUnit\Framework\TestCase;

/**
 * Real workers, a real database and a real marketplace: workers are killed without warning again and again while prices are
 * decided and sent. In the end every decision is accounted for, nothing was sent twice, nothing left its limits.
 */
final class KilledWorkerTest extends TestCase
{
    private const KILLS = 25;

    private const SECONDS_TO_SETTLE = 90;

    private PDO $ours;

    private PDO $market;

    /** @var array<int, resource> */
    private array $workers = [];

    protected function setUp(): void
    {
        $home = (string) getenv('WRASSE_HOME');
        self::assertFileExists("{$home}/.env", 'bin/test sets this up');
        /** @var array<string, string> $settings */
        $settings = parse_ini_file("{$home}/.env", scanner_mode: INI_SCANNER_RAW);
        $connect = fn (string $database) => new PDO(
            "pgsql:host={$settings['DB_HOST']};port={$settings['DB_PORT']};dbname={$database}", $settings['DB_USERNAME'], $settings['DB_PASSWORD'],
            [PDO::ATTR_DEFAULT_FETCH_MODE => PDO::FETCH_ASSOC],
        );
        $this->ours = $connect('wrasse_process');
        $this->market = $connect('quayside');
    }

    protected function tearDown(): void
    {
        foreach (array_keys($this->workers) as $at) {
            $this->kill($at);
        }
    }

    public function test_killing_workers_loses_nothing_and_sends_nothing_twice(): void
    {
        $channel = (int) $this->one($this->ours, "SELECT id FROM channels WHERE name = 'Quayside'");
        $logBefore = (int) $this->one($this->market, 'SELECT coalesce(max(id), 0) FROM price_log');
        $this->ours->exec('UPDATE workspaces SET repricing_on = true');
        $this->artisan('pricing:run-due');
        $this->startWorkers(2);

        mt_srand((int) (microtime(true) * 1_000));
        for ($kill = 0; $kill < self::KILLS; $kill++) {
            usleep(mt_rand(20_000, 450_000));
            $this->kill(array_rand($this->workers));
            $this->startWorkers(2);
            if ($kill % 5 === 4) {
                $this->artisan('publishing:sweep');
            }
        }
        $this->waitUntilSettled();

        self::assertSame(0, (int) $this->one($this->ours, 'SELECT count(*) FROM failed_jobs'));
        self::assertSame(0, (int) $this->one($this->ours, 'SELECT count(*) FROM runs WHERE finished_at IS NULL'), 'every run came to its end');
        $decided = (int) $this->one($this->ours, 'SELECT count(*) FROM listings WHERE rule_id IS NOT NULL AND outcome IS NULL');
        self::assertSame(0, $decided, 'every listing on a rule was decided');

        $sent = $this->all($this->market, "SELECT sku, price, count(*) AS times FROM price_log WHERE id > {$logBefore} GROUP BY feed_id, sku, price HAVING count(*) > 1");
        self::assertSame([], $sent, 'no line of a feed was applied twice');
        $changes = $this->all($this->ours, "SELECT l.sku, p.to_minor, p.state FROM price_changes p JOIN listings l ON l.id = p.listing_id WHERE p.channel_id = {$channel} AND p.state = 'confirmed' ORDER BY p.id");
        $applied = $this->all($this->market, "SELECT sku, price FROM price_log WHERE id > {$logBefore} ORDER BY id");
        self::assertGreaterThan(150, count($changes), 'there was something to send');
        self::assertSame($this->sorted($changes, 'to_minor'), $this->sorted($applied, 'price'), 'what the market applied is what we confirmed, each once');

        self::assertSame(0, (int) $this->one($this->ours, 'SELECT count(*) FROM price_changes WHERE to_minor NOT BETWEEN floor_minor AND ceiling_minor'));
        self::assertSame(0, (int) $this->one($this->ours, "SELECT count(*) FROM price_changes WHERE state NOT IN ('confirmed', 'superseded')"), 'all confirmed');
        foreach ($this->all($this->ours, "SELECT sku, price_minor FROM listings WHERE channel_id = {$channel}") as $listing) {
            $shown = (int) $this->one($this->market, "SELECT price FROM offer WHERE seller_id = 'kettle-crock' AND sku = ".$this->market->quote($listing['sku']));
            self::assertSame($shown, (int) $listing['price_minor'], $listing['sku']);
        }
    }

    private function waitUntilSettled(): void
    {
        $until = time() + self::SECONDS_TO_SETTLE;
        do {
            $this->artisan('publishing:sweep');
            usleep(500_000);
            $open = (int) $this->one($this->ours, "SELECT (SELECT count(*) FROM price_changes WHERE state IN ('queued', 'sending', 'sent')) + (SELECT count(*) FROM feeds WHERE state <> 'closed') + (SELECT count(*) FROM jobs)");
        } while ($open > 0 && time() < $until);
        self::assertSame(0, $open, 'it did not settle');
    }

    private function startWorkers(int $wanted): void
    {
        while (count($this->workers) < $wanted) {
            $process = proc_open(
                [PHP_BINARY, 'artisan', 'queue:work', '--queue=publish,market,default', '--sleep=0.1', '--tries=8', '--quiet'],
                [1 => ['file', '/dev/null', 'w'], 2 => ['file', '/dev/null', 'w']], $pipes, dirname(__DIR__, 2), $this->environment(),
            );
            self::assertIsResource($process);
            $this->workers[] = $process;
        }
    }

    private function kill(int $at): void
    {
        posix_kill(proc_get_status($this->workers[$at])['pid'], SIGKILL);
        proc_close($this->workers[$at]);
        unset($this->workers[$at]);
    }

    private function artisan(string $command): void
    {
        $process = proc_open([PHP_BINARY, 'artisan', $command, '--quiet'], [], $pipes, dirname(__DIR__, 2), $this->environment());
        self::assertIsResource($process);
        self::assertSame(0, proc_close($process), $command);
    }

    /** @return array<string, string> */
    private function environment(): array
    {
        return [...getenv(), 'APP_ENV' => 'testing', 'DB_DATABASE' => 'wrasse_process', 'CACHE_STORE' => 'database', 'QUEUE_RETRY_AFTER' => '4'];
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

    /**
     * @param  list<array<string, mixed>>  $rows
     * @return list<string>
     */
    private function sorted(array $rows, string $price): array
    {
        $lines = array_map(fn (array $row) => "{$row['sku']} {$row[$price]}", $rows);
        sort($lines);

        return $lines;
    }
}
