<?php

declare(strict_types=1);

namespace Tests\Process;

use PDO;
use PHPUnit\Framework\TestCase;

/**
 * Real workers read the pages of eight simulated shops, and are killed without warning while they do. The shops count what
 * they are asked.
 */
final class ReadingPagesTest extends TestCase
{
    use RealProcesses {
        reconnect as private reconnectToMarkets;
    }

    private const KILLS = 12;

    private const KILLS_OF_CRAWL = 6;

    /** Pages of the shop that are asked for. */
    private const CRAWLED = 60;

    private const DELAY_SECONDS = 1;

    /** One shop asks for more in its robots.txt, another refuses whoever asks more than 40 times a minute. */
    private const LONGER_DELAYS = ['cellar-supply.test' => 2, 'barrel-lane.test' => 2];

    /** A host whose reader was killed is left alone for half a minute, and some lose theirs again and again. */
    private const LONGEST_SECONDS = 600;

    /** Clocks and the way of a request. */
    private const TOLERANCE_SECONDS = 0.15;

    private PDO $shops;

    private function reconnect(): void
    {
        $this->reconnectToMarkets();
        $settings = $this->settings();
        $this->shops = new PDO($this->dsn('kettleshop'), $settings['DB_USERNAME'], $settings['DB_PASSWORD'], [
            PDO::ATTR_DEFAULT_FETCH_MODE => PDO::FETCH_ASSOC,
        ]);
    }

    public function test_killed_workers_read_a_whole_shop_and_no_page_oftener_than_they_were_killed(): void
    {
        $this->shops->exec('TRUNCATE web_request');
        $this->ours->exec("DELETE FROM jobs WHERE queue = 'watching'");
        $this->ours->exec("DELETE FROM cache_locks WHERE key LIKE '%ReadPagesJob%'");
        $this->ours->exec('UPDATE sites SET delay_seconds = '.self::DELAY_SECONDS);
        $this->ours->exec('UPDATE watches SET due_at = now() + interval \'1 day\'');
        // A round of its own, from the beginning; those that are known are asked for again.
        $this->ours->exec("UPDATE crawls SET state = 'done', ended_at = now(), most_pages = ".self::CRAWLED.", next_at = now() - interval '1 minute'");
        $this->ours->exec('UPDATE web_hosts SET next_at = now()');
        $until = microtime(true) + self::LONGEST_SECONDS;
        $isRunning = fn (): bool => (bool) $this->one($this->ours, "SELECT bool_or(state = 'running' OR next_at <= now()) FROM crawls");
        for ($kill = 0; $isRunning() && microtime(true) < $until; $kill++) {
            $this->startWorkers(2, queues: 'watching');
            $this->command('work:sweep');
            usleep(mt_rand(100_000, 900_000));
            if ($kill < self::KILLS_OF_CRAWL) {
                $this->kill(array_rand($this->workers));
            }
        }
        self::assertSame(['state' => 'done', 'round' => 2], $this->all($this->ours, 'SELECT state, round FROM crawls')[0]);
        self::assertSame([], $this->all($this->ours, "SELECT url FROM crawl_pages WHERE state = 'asked'"), 'a page was taken and forgotten');
        self::assertGreaterThan(self::CRAWLED / 2, (int) $this->one($this->ours, "SELECT count(*) FROM crawl_pages WHERE state = 'read' AND kind = 'product'"));
        self::assertLessThanOrEqual(
            self::KILLS_OF_CRAWL,
            (int) $this->one($this->shops, "SELECT coalesce(sum(times - 1), 0) FROM (SELECT count(*) AS times FROM web_request WHERE path LIKE '/p/%' GROUP BY path) AS one"),
        );
        self::assertSame(
            [],
            $this->all(
                $this->ours,
                <<<'SQL'
                SELECT url
                FROM crawl_pages p
                WHERE kind = 'product' AND state = 'read'
                    AND NOT EXISTS (SELECT FROM site_products s WHERE s.site_id = p.site_id AND s.url = p.url)
                SQL,
            ),
            'read, and what it sells is lost',
        );
        self::assertGreaterThan(
            self::DELAY_SECONDS - self::TOLERANCE_SECONDS,
            (float) $this->one($this->shops, 'SELECT min(at - before) FROM (SELECT at, lag(at) OVER (PARTITION BY host ORDER BY at) AS before FROM web_request) AS one'),
        );
    }

    public function test_killed_workers_lose_no_watch_ask_for_none_twice_and_no_shop_sooner_than_its_delay(): void
    {
        $this->shops->exec('TRUNCATE web_request');
        $this->ours->exec('UPDATE sites SET delay_seconds = '.self::DELAY_SECONDS);
        $this->ours->exec("UPDATE sites SET delay_seconds = 2 WHERE host = 'barrel-lane.test'");
        $this->ours->exec("UPDATE web_hosts SET next_at = now(), robots_at = now(), robots_state = 'none' WHERE host <> 'cellar-supply.test'");
        $this->ours->exec("DELETE FROM jobs WHERE queue = 'watching'");
        $this->ours->exec("DELETE FROM cache_locks WHERE key LIKE '%ReadPagesJob%'");
        // A shop that is read through is asked for pages that are watched, too.
        $this->ours->exec("UPDATE crawls SET state = 'stopped', next_at = NULL");
        // None of them comes again by itself while this goes on.
        $far = json_encode(['at' => [gmdate('H:i', time() + 43_200)]], JSON_THROW_ON_ERROR);
        $this->ours->exec("UPDATE watches SET schedule = '{$far}'");
        $this->ours->exec('UPDATE watches SET latest = NULL, asked_at = NULL, etag = NULL, due_at = now() - interval \'1 minute\'');
        $watches = (int) $this->one($this->ours, 'SELECT count(*) FROM watches');
        self::assertGreaterThan(100, $watches);
        $until = microtime(true) + self::LONGEST_SECONDS;
        for ($kill = 0; $this->unread() > 0 && microtime(true) < $until; $kill++) {
            $this->startWorkers(3, queues: 'watching');
            $this->command('work:sweep');
            usleep(mt_rand(100_000, 900_000));
            if ($kill < self::KILLS) {
                $this->kill(array_rand($this->workers));
            }
        }
        self::assertSame([], $this->hostsOfUnread(), 'a watch was lost');
        self::assertSame(0, (int) $this->one($this->ours, 'SELECT count(*) FROM watches WHERE due_at IS NULL'), 'one is not read again');
        self::assertSame(
            [],
            $this->all(
                $this->shops,
                "SELECT host, path, count(*) FROM web_request WHERE path LIKE '/p/%' GROUP BY host, path HAVING count(*) > 1",
            ),
            'asked for twice',
        );
        foreach (
            $this->all(
                $this->shops,
                'SELECT host, min(at - before) AS least, count(*) FROM (SELECT host, at, lag(at) OVER (PARTITION BY host ORDER BY at) AS before FROM web_request) AS one GROUP BY host',
            ) as ['host' => $host, 'least' => $least]
        ) {
            $delay = self::LONGER_DELAYS[$host] ?? self::DELAY_SECONDS;
            self::assertGreaterThan($delay - self::TOLERANCE_SECONDS, (float) $least, $host);
        }
        self::assertGreaterThan($watches / 2, (int) $this->one($this->ours, "SELECT count(*) FROM watches WHERE latest ->> 'problem' IS NULL"));
    }

    /** @return list<array<string, mixed>> what keeps them from being read */
    private function hostsOfUnread(): array
    {
        return $this->all(
            $this->ours,
            <<<'SQL'
            SELECT s.host, count(*) AS unread, min(w.due_at) AS due_at, min(w.asked_at) AS asked_at, h.next_at, h.failures,
                h.robots_state, s.paused_because, now()
            FROM watches w
            JOIN sites s ON s.id = w.site_id
            JOIN web_hosts h ON h.host = s.host
            WHERE w.latest IS NULL
            GROUP BY s.id, h.host
            SQL,
        );
    }

    private function unread(): int
    {
        return (int) $this->one($this->ours, 'SELECT count(*) FROM watches WHERE latest IS NULL');
    }
}
