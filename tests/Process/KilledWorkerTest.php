<?php

declare(strict_types=1);

namespace Tests\Process;

use App\Catalogue\Events\Cause;
use App\Pricing\Jobs\DecideListingsJob;
use PDO;
use PHPUnit\Framework\TestCase;

/**
 * Real workers, a real database and a real marketplace: workers are killed without warning again and again while prices
 * are decided and sent. In the end every decision is accounted for, nothing was sent twice, nothing left its limits.
 */
final class KilledWorkerTest extends TestCase
{
    use RealProcesses;

    private const KILLS = 50;

    private const CRASHES = 3;

    /** The last change before the round that is looked at. */
    private int $before = 0;

    public function test_killing_workers_loses_nothing_and_sends_nothing_twice(): void
    {
        $since = $this->begin();
        mt_srand((int) (microtime(true) * 1_000));
        for ($kill = 0; $kill < self::KILLS; $kill++) {
            usleep(mt_rand(20_000, 350_000));
            $this->kill(array_rand($this->workers));
            $this->startWorkers(2);
            if ($kill % 5 === 4) {
                $this->command('work:sweep');
            }
        }
        $this->waitUntilSettled();
        $this->assertAllIsAccountedFor($since);
    }

    public function test_a_crash_of_the_database_in_the_middle_loses_nothing(): void
    {
        $since = $this->newRound();
        for ($crash = 0; $crash < self::CRASHES; $crash++) {
            usleep(mt_rand(600_000, 2_000_000));
            // One of its processes is killed: the server takes all down, recovers from its log and goes on.
            posix_kill(
                (int) $this->one(
                    $this->ours,
                    <<<'SQL'
                    SELECT pid
                    FROM pg_stat_activity
                    WHERE datname = 'wrasse_process'
                        AND pid <> pg_backend_pid()
                    ORDER BY random()
                    LIMIT 1
                    SQL,
                ),
                SIGKILL,
            );
            $this->reconnect();
            $this->startWorkers(2);
            $this->command('work:sweep');
        }
        $this->waitUntilSettled();
        $this->assertAllIsAccountedFor($since);
    }

    public function test_every_price_arrives_once_though_a_third_of_calls_fail(): void
    {
        $this->faults(['error_share' => 0.2, 'drop_share' => 0.1]);
        try {
            $since = $this->newRound();
            sleep(8);
        } finally {
            $this->faults([]);
        }
        $this->waitUntilSettled();
        $this->assertAllIsAccountedFor($since);
    }

    public function test_several_workers_on_the_same_listings_at_once_decide_one_after_the_other(): void
    {
        $since = $this->newRound();
        $this->startWorkers(4);
        $some =
            'SELECT l.id FROM listings l JOIN channels c ON c.id = l.channel_id WHERE c.name = \'Quayside\' AND l.rule_id IS NOT NULL ORDER BY l.id LIMIT 12';
        for ($round = 1; $round <= 12; $round++) {
            $this->ours->exec(
                "UPDATE listing_markets SET offers = (SELECT json_agg(jsonb_set(o, '{price}', to_jsonb(to_char((o ->> 'price')::numeric - 0.03, 'FM999990.00')))) FROM jsonb_array_elements(offers::jsonb) o)::json WHERE listing_id IN ({$some}) AND json_array_length(offers) > 0",
            );
            // The same job several times: each of them is about the same listings.
            $this->ours->exec(
                "INSERT INTO jobs (queue, payload, attempts, available_at, created_at) SELECT 'market', payload, 0, extract(epoch FROM now())::int, 0 FROM (SELECT {$this->ours->quote(
                    $this->decideJob($this->ids($some)),
                )} AS payload) p, generate_series(1, 4)",
            );
            usleep(150_000);
        }
        $this->waitUntilSettled();
        $this->assertAllIsAccountedFor($since);
        self::assertSame(
            [],
            $this->all(
                $this->ours,
                "SELECT listing_id FROM (SELECT listing_id, price_minor, reason, rule_version_id, lag(price_minor) OVER w AS before, lag(reason) OVER w AS why, lag(rule_version_id) OVER w AS version FROM decisions WHERE listing_id IN ({$some}) WINDOW w AS (PARTITION BY listing_id ORDER BY id)) d WHERE d.price_minor = d.before AND d.reason = d.why AND d.rule_version_id = d.version AND d.reason <> 'already_there'",
            ),
            'nothing was decided twice over',
        );
    }

    public function test_what_is_decided_after_a_wait_is_decided_from_the_market_as_it_is_then(): void
    {
        $listing = $this->whileAWorkerWaits(
            fn (
                array $listing,
            ) => "INSERT INTO jobs (queue, payload, attempts, available_at, created_at) VALUES ('market', {$this->ours->quote(
                $this->decideJob([$listing['id']]),
            )}, 0, extract(epoch FROM now())::int, 0)",
            "seen_at = now(), offers = '[{\"seller\":\"rill\",\"price\":\"77.77\"}]'",
        );
        self::assertStringContainsString(
            '77.77',
            (string) $this->one(
                $this->ours,
                "SELECT input FROM decisions WHERE listing_id = {$listing} ORDER BY id DESC LIMIT 1",
            ),
        );
    }

    public function test_a_delayed_answer_does_not_overwrite_a_newer_observation(): void
    {
        $listing = $this->whileAWorkerWaits(
            fn (
                array $listing,
            ) => "INSERT INTO market_notifications (channel_id, workspace_id, webhook_id, item, received_at) VALUES ({$listing['channel_id']}, {$listing['workspace_id']}, 'waits', '{$listing['item_ref']}', now())",
            "seen_at = now() + interval '1 second', offers = '[{\"seller\":\"rill\",\"price\":\"88.88\"}]'",
        );
        self::assertStringContainsString(
            '88.88',
            (string) $this->one($this->ours, "SELECT offers FROM listing_markets WHERE listing_id = {$listing}"),
        );
    }

    /**
     * Another process holds a listing and writes its new market, while a worker waits for it.
     *
     * @param  callable(array<string, mixed>): string  $toDo  gives the worker something to do with the listing
     * @param  string  $market  what is new of it, as SQL
     */
    private function whileAWorkerWaits(callable $toDo, string $market): int
    {
        $this->newRound();
        $this->waitUntilSettled();
        [$listing] = $this->all(
            $this->ours,
            <<<'SQL'
            SELECT l.*
            FROM listings l
            JOIN current_decisions d ON d.listing_id = l.id
            JOIN listing_markets m ON m.listing_id = l.id
            JOIN channels c ON c.id = l.channel_id
            WHERE c.name = 'Quayside'
                AND l.automation_on
                AND json_array_length(m.offers) > 1
            ORDER BY l.id
            LIMIT 1
            SQL,
        );
        $this->ours->exec(
            "UPDATE listing_markets SET offers = '[{\"seller\":\"rill\",\"price\":\"66.66\"}]' WHERE listing_id = {$listing['id']}",
        );
        $this->ours->beginTransaction();
        $this->ours->exec("SELECT 1 FROM listings WHERE id = {$listing['id']} FOR UPDATE");
        $beside = new PDO(
            $this->dsn('wrasse_process'),
            $this->settings()['DB_USERNAME'],
            $this->settings()['DB_PASSWORD'],
        );
        $beside->exec($toDo($listing));
        retry(
            100,
            fn () => self::assertSame(
                1,
                (int) $this->one(
                    $beside,
                    <<<'SQL'
                    SELECT count(*)
                    FROM pg_stat_activity
                    WHERE datname = 'wrasse_process'
                        AND wait_event_type = 'Lock'
                    SQL,
                ),
                'a worker waits',
            ),
            100,
        );
        $this->ours->exec("UPDATE listing_markets SET {$market} WHERE listing_id = {$listing['id']}");
        $this->ours->commit();
        $this->waitUntilSettled();

        return (int) $listing['id'];
    }

    public function test_an_outbox_that_fills_while_the_marketplace_is_away_holds_one_price_a_listing_and_empties(): void
    {
        $this->faults(['error_share' => 1]);
        try {
            $since = $this->newRound(waitFirst: false);
            for ($round = 0; $round < 3; $round++) {
                sleep(4);
                $this->nextVersions();
                $this->command('pricing:run-due');
            }
            sleep(4);
            self::assertGreaterThan(
                100,
                (int) $this->one(
                    $this->ours,
                    <<<'SQL'
                    SELECT count(*)
                    FROM price_changes p
                    JOIN channels c ON c.id = p.channel_id
                    WHERE c.name = 'Quayside'
                        AND p.state IN ('queued', 'sending', 'sent')
                    SQL,
                ),
                'it is full',
            );
            self::assertSame(
                [],
                $this->all(
                    $this->ours,
                    <<<'SQL'
                    SELECT listing_id
                    FROM price_changes
                    WHERE state IN ('queued', 'sending', 'sent')
                    GROUP BY listing_id
                    HAVING count(*) > 1
                    SQL,
                ),
            );
            self::assertGreaterThan(
                3,
                (int) $this->one($this->ours, "SELECT failures FROM channels WHERE name = 'Quayside'"),
            );
            self::assertSame(
                0,
                (int) $this->one($this->ours, "SELECT failures FROM channels WHERE name = 'Fennmarkt'"),
                'the other one goes on',
            );
        } finally {
            $this->faults([]);
        }
        $this->waitUntilSettled();
        $this->assertAllIsAccountedFor($since);
    }

    public function test_a_clock_that_jumps_ahead_and_back_stops_nothing(): void
    {
        self::assertNotNull(self::fakeTime(), 'bin/test installs it');
        $since = $this->newRound();
        // Jumps of some minutes are waited out: they cannot be told from waits that are meant.
        foreach (['+2h', '-1h', '+20s', '-30m'] as $jump) {
            $this->killAll();
            $this->startWorkers(2, $jump);
            usleep(1_200_000);
            $this->command('work:sweep');
        }
        $this->killAll();
        $this->startWorkers(2);
        $this->waitUntilSettled();
        $this->assertAllIsAccountedFor($since);
    }

    public function test_an_undone_run_leaves_the_marketplace_with_the_prices_before_it(): void
    {
        $this->newRound();
        $this->waitUntilSettled();
        $run = (int) $this->one(
            $this->ours,
            <<<'SQL'
            SELECT p.run_id
            FROM price_changes p
            JOIN channels c ON c.id = p.channel_id
            WHERE p.state = 'confirmed' AND p.run_id IS NOT NULL AND c.name = 'Quayside'
                AND NOT EXISTS (
                    SELECT FROM price_changes later
                    WHERE later.listing_id = p.listing_id AND later.id > p.id AND later.state = 'confirmed'
                )
            GROUP BY p.run_id
            ORDER BY count(*) DESC
            LIMIT 1
            SQL,
        );
        $this->ours->exec(
            <<<SQL
            INSERT INTO run_undos (run_id, workspace_id, user_id, pause, started_at, advanced_at)
            SELECT id, workspace_id, (SELECT min(id) FROM users), true, now(), now() - interval '1 hour'
            FROM runs
            WHERE id = {$run}
            SQL,
        );
        $this->command('work:sweep');
        usleep(400_000);
        $this->killAll();
        $this->startWorkers(2);
        $this->waitUntilSettled();
        $undone = $this->all(
            $this->ours,
            <<<SQL
            SELECT l.sku, p.from_minor, c.name AS channel, l.automation_on
            FROM price_changes p
            JOIN listings l ON l.id = p.listing_id
            JOIN channels c ON c.id = p.channel_id
            WHERE p.run_id = {$run} AND p.state = 'confirmed' AND c.name = 'Quayside'
                AND NOT EXISTS (
                    SELECT FROM price_changes later
                    WHERE later.listing_id = p.listing_id AND later.id > p.id AND later.run_id IS NOT NULL
                        AND later.state = 'confirmed'
                )
            SQL,
        );
        self::assertGreaterThan(20, count($undone));
        foreach ($undone as $change) {
            $sku = $this->market->quote($change['sku']);
            self::assertSame(
                [(int) $change['from_minor'], false],
                [
                    (int) $this->one(
                        $this->market,
                        "SELECT price FROM price_log WHERE sku = {$sku} ORDER BY id DESC LIMIT 1",
                    ),
                    $change['automation_on'],
                ],
                $change['sku'],
            );
        }
        $this->ours->exec('UPDATE listings SET automation_on = true');
    }

    /** @return int the last line of the market's own log before */
    private function begin(): int
    {
        $since = (int) $this->one($this->market, 'SELECT coalesce(max(id), 0) FROM price_log');
        $this->before = (int) $this->one(
            $this->ours,
            "SELECT coalesce(max(id), 0) FROM price_changes WHERE state = 'confirmed'",
        );
        $this->ours->exec("UPDATE workspaces SET repricing = 'running', brake_listings_percent = 100");
        $this->command('pricing:run-due');
        $this->startWorkers(2);

        return $since;
    }

    /** All rules that look at rivals are changed, so that most prices move once more. */
    private function newRound(bool $waitFirst = true): int
    {
        $this->startWorkers(2);
        if ($waitFirst) {
            $this->waitUntilSettled();
        }
        $this->nextVersions();

        return $this->begin();
    }

    private function nextVersions(): void
    {
        $this->ours->exec("INSERT INTO rule_versions (workspace_id, rule_id, number, document, created_at)
            SELECT v.workspace_id, v.rule_id, v.number + 1, jsonb_set(v.document, '{position}', jsonb_build_object('move', 'below', 'percent', (2 + v.number * 1.5)::text)), now()
            FROM rule_versions v WHERE v.document ->> 'kind' = 'competitive' AND v.number = (SELECT max(number) FROM rule_versions l WHERE l.rule_id = v.rule_id)");
        $this->ours->exec('UPDATE rules SET last_run_at = NULL');
    }

    /** @return list<int> */
    private function ids(string $sql): array
    {
        return array_map(intval(...), array_column($this->all($this->ours, $sql), 'id'));
    }

    /**
     * A job as Laravel's queue keeps it.
     *
     * @param  list<int>  $listings
     */
    private function decideJob(array $listings): string
    {
        $workspace = (int) $this->one($this->ours, 'SELECT id FROM workspaces ORDER BY id LIMIT 1');

        return json_encode(
            [
                'uuid' => 'again',
                'displayName' => DecideListingsJob::class,
                'job' => 'Illuminate\\Queue\\CallQueuedHandler@call',
                'maxTries' => 8,
                'timeout' => 25,
                'data' => [
                    'commandName' => DecideListingsJob::class,
                    'command' => serialize(new DecideListingsJob($workspace, $listings, Cause::Market)),
                ],
            ],
            JSON_THROW_ON_ERROR,
        );
    }

    private function assertAllIsAccountedFor(int $since): void
    {
        $channel = (int) $this->one($this->ours, "SELECT id FROM channels WHERE name = 'Quayside'");
        self::assertSame(0, (int) $this->one($this->ours, 'SELECT count(*) FROM failed_jobs'));
        self::assertSame(
            0,
            (int) $this->one($this->ours, 'SELECT count(*) FROM runs WHERE finished_at IS NULL'),
            'every run came to its end',
        );
        self::assertSame(
            0,
            (int) $this->one($this->ours, 'SELECT count(*) FROM runs WHERE done <> total AND cause <> \'market\''),
            'every listing was decided once in each run',
        );
        self::assertSame(
            0,
            (int) $this->one(
                $this->ours,
                <<<'SQL'
                SELECT count(*)
                FROM listings l
                WHERE rule_id IS NOT NULL
                    AND NOT EXISTS (SELECT FROM current_decisions d WHERE d.listing_id = l.id)
                SQL,
            ),
            'every listing on a rule was decided',
        );
        self::assertSame(
            0,
            (int) $this->one(
                $this->ours,
                <<<'SQL'
                SELECT count(*)
                FROM decisions d
                WHERE d.outcome = 'change'
                    AND NOT EXISTS (SELECT 1 FROM price_changes p WHERE p.listing_id = d.listing_id AND p.to_minor = d.price_minor)
                    AND NOT EXISTS (SELECT 1 FROM decisions later WHERE later.listing_id = d.listing_id AND later.id > d.id)
                SQL,
            ),
            'every decided price is in the ledger, or was decided anew when the one before it had arrived',
        );

        $sent = $this->all(
            $this->market,
            "SELECT sku, price, count(*) AS times FROM price_log WHERE id > {$since} GROUP BY feed_id, sku, price HAVING count(*) > 1",
        );
        self::assertSame([], $sent, 'no line of a feed was applied twice');
        $applied = $this->all($this->market, "SELECT sku, price FROM price_log WHERE id > {$since} ORDER BY id");
        $changes = $this->all(
            $this->ours,
            "SELECT l.sku, p.to_minor, p.state FROM price_changes p JOIN listings l ON l.id = p.listing_id WHERE p.channel_id = {$channel} AND p.state = 'confirmed' AND p.id > {$this->before} ORDER BY p.id",
        );
        self::assertGreaterThan(100, count($changes), 'there was something to send');
        self::assertSame(
            $this->sorted($changes, 'to_minor'),
            $this->sorted($applied, 'price'),
            'what the market applied is what we confirmed, each once',
        );

        self::assertSame(
            0,
            (int) $this->one(
                $this->ours,
                'SELECT count(*) FROM price_changes WHERE to_minor NOT BETWEEN floor_minor AND ceiling_minor',
            ),
        );
        self::assertSame(
            0,
            (int) $this->one(
                $this->ours,
                "SELECT count(*) FROM price_changes WHERE state NOT IN ('confirmed', 'superseded', 'withdrawn')",
            ),
            'all confirmed, or another price, or none, was right in the end',
        );
        foreach (
            $this->all($this->ours, "SELECT sku, price_minor FROM listings WHERE channel_id = {$channel}") as $listing
        ) {
            $shown = (int) $this->one(
                $this->market,
                "SELECT price FROM offer WHERE seller_id = 'kettle-crock' AND sku = ".
                    $this->market->quote($listing['sku']),
            );
            self::assertSame($shown, (int) $listing['price_minor'], $listing['sku']);
        }
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
