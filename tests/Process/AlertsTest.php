<?php

declare(strict_types=1);

namespace Tests\Process;

use Illuminate\Encryption\Encrypter;
use PHPUnit\Framework\TestCase;

/**
 * Prices move while the workers that look at them and tell of them are killed without warning, and while the mail server
 * and the webhook have bad days. The inbox counts what comes.
 */
final class AlertsTest extends TestCase
{
    use RealProcesses {
        tearDown as private endProcesses;
    }

    private const KILLS = 200;

    private const WORKERS = 3;

    private const LISTINGS = 40;

    private const MOODS = ['well', 'down', 'slow', 'greylisting', 'refusing', 'cutting'];

    private const LONGEST_SECONDS = 900;

    private int $workspace;

    private int $alert;

    public function test_no_message_is_lost_or_comes_twice_however_often_workers_are_killed_and_servers_fail(): void
    {
        $this->ask();
        $listings = array_column(
            $this->all($this->ours, "SELECT listing_id FROM listing_markets WHERE workspace_id = {$this->workspace} AND json_array_length(offers) = 1 AND offers -> 0 ->> 'condition' IS NULL AND offers -> 0 ->> 'in_stock' IS NULL ORDER BY listing_id LIMIT ".self::LISTINGS),
            'listing_id',
        );
        self::assertCount(self::LISTINGS, $listings);
        $this->mood('well');
        $until = microtime(true) + self::LONGEST_SECONDS;
        $this->lookUntilDone($until);
        $first = $this->prices($listings);
        $before = $this->counts();

        for ($kills = 0; $kills < self::KILLS && microtime(true) < $until; $kills += self::WORKERS) {
            if ($kills % (4 * self::WORKERS) === 0) {
                $this->mood(self::MOODS[array_rand(self::MOODS)]);
            }
            $this->startWorkers(self::WORKERS, queues: 'alerts,deliveries');
            $this->movePrices($listings);
            $this->command('work:sweep');
            usleep(mt_rand(50_000, 400_000));
            $this->killAll();
            $this->letTimePass();
        }
        self::assertGreaterThanOrEqual(self::KILLS, $kills, 'there was time for all of it');
        $this->mood('well');
        $this->lookUntilDone($until);

        $this->assertEachMoveIsToldOnce($listings, $first);
        $this->assertEachMessageHasComeOnce($before);
    }

    protected function tearDown(): void
    {
        $this->mood('well');
        $this->ours->exec('DELETE FROM alerts; DELETE FROM alert_checks');
        $this->endProcesses();
    }

    /** Any move of a price, by mail and by webhook. */
    private function ask(): void
    {
        $this->workspace = (int) $this->one($this->ours, 'SELECT min(workspace_id) FROM listings');
        // Other alerts, and what came in earlier runs, have nothing to do with it.
        array_map(unlink(...), glob(getenv('WRASSE_HOME').'/inbox/*.hook') ?: []);
        $this->ours->exec('DELETE FROM alerts; DELETE FROM alert_destinations; DELETE FROM alert_checks');
        $this->ours->exec("DELETE FROM jobs WHERE queue IN ('alerts', 'deliveries')");
        $this->ours->exec("DELETE FROM cache_locks WHERE key LIKE '%LookAtListingsJob%' OR key LIKE '%DeliverJob%'");
        $hook = $this->settings()['INBOX_URL'].'/hook/process';
        $key = base64_decode((string) preg_replace('/^base64:/', '', $this->settings()['APP_KEY']));
        $secret = (new Encrypter($key, 'aes-256-cbc'))->encryptString('whsec_c2VjcmV0');
        $this->ours->exec("INSERT INTO alert_destinations (workspace_id, kind, name, address, secret) VALUES
            ({$this->workspace}, 'email', 'mail', 'process@kettle-crock.example', NULL), ({$this->workspace}, 'webhook', 'hook', '{$hook}', '{$secret}')");
        $this->ours->exec("INSERT INTO alerts (workspace_id, name, scope, condition, currency, cadence)
            VALUES ({$this->workspace}, 'any move', 'all', '{\"kind\": \"price_moved\", \"whose\": \"any\"}', 'EUR', 'now')");
        $this->alert = (int) $this->one($this->ours, 'SELECT id FROM alerts');
        $this->ours->exec("INSERT INTO alert_recipients SELECT {$this->alert}, id, workspace_id FROM alert_destinations");
        $this->ours->exec("INSERT INTO alert_checks (workspace_id, listing_id) SELECT workspace_id, listing_id FROM listing_markets WHERE workspace_id = {$this->workspace}");
    }

    /** @param  list<int>  $listings */
    private function movePrices(array $listings): void
    {
        $some = implode(',', array_map(fn (int $at): int => $listings[$at], (array) array_rand($listings, 3)));
        $price = sprintf('%d.%02d', mt_rand(5, 90), mt_rand(0, 99));
        $this->ours->exec("UPDATE listing_markets SET offers = jsonb_set(offers::jsonb, '{0,price}', '\"{$price}\"')::json WHERE listing_id IN ({$some})");
    }

    /** As if some minutes had passed: nobody sends any more who was killed, and what waits is due. */
    private function letTimePass(): void
    {
        $this->ours->exec("UPDATE alert_deliveries SET claimed_at = claimed_at - interval '151 seconds' WHERE state = 'sending'");
        $this->ours->exec("UPDATE alert_deliveries SET due_at = now() - interval '1 second' WHERE state = 'queued'");
        $this->ours->exec('UPDATE alert_destinations SET paused_at = NULL, failures = 0');
        $this->ours->exec("UPDATE alert_deliveries SET refusals = 0 WHERE state <> 'delivered'");
        $this->ours->exec("UPDATE jobs SET reserved_at = NULL, available_at = 0 WHERE queue IN ('alerts', 'deliveries')");
        $this->ours->exec("DELETE FROM cache_locks WHERE key LIKE '%LookAtListingsJob%' OR key LIKE '%DeliverJob%'");
    }

    private function lookUntilDone(float $until): void
    {
        do {
            $this->startWorkers(self::WORKERS, queues: 'alerts,deliveries');
            $this->command('work:sweep');
            usleep(500_000);
            $open = (int) $this->one($this->ours, "SELECT (SELECT count(*) FROM alert_checks) + (SELECT count(*) FROM alert_deliveries WHERE state <> 'delivered')");
            if ($open > 0) {
                $this->ours->exec("UPDATE alert_deliveries SET due_at = now() - interval '1 second' WHERE state = 'queued'");
                $this->ours->exec('UPDATE alert_destinations SET paused_at = NULL, failures = 0');
            }
        } while ($open > 0 && microtime(true) < $until);
        self::assertSame(0, $open, 'it did not settle');
        $this->killAll();
    }

    /**
     * What was told of a listing goes on from what it cost at first to what it costs now, without a gap.
     *
     * @param  list<int>  $listings
     * @param  array<int, string>  $first
     */
    private function assertEachMoveIsToldOnce(array $listings, array $first): void
    {
        $told = $this->all($this->ours, "SELECT m.listing_id, f ->> 'seller' AS seller, f ->> 'from' AS was, f ->> 'to' AS is
            FROM alert_messages m, jsonb_array_elements(m.document -> 'findings') AS f WHERE m.alert_id = {$this->alert} ORDER BY m.id");
        self::assertGreaterThan(self::LISTINGS, count($told));
        $prices = $first;
        foreach ($told as ['listing_id' => $listing, 'was' => $was, 'is' => $is]) {
            self::assertSame($prices[$listing], $was, "listing {$listing}");
            $prices[$listing] = $is;
        }
        self::assertSame($this->prices($listings), $prices);
    }

    /** @param  array<string, int>  $before  what had come already */
    private function assertEachMessageHasComeOnce(array $before): void
    {
        $messages = array_column($this->all($this->ours, "SELECT id FROM alert_messages WHERE alert_id = {$this->alert} ORDER BY id"), 'id');
        $came = $this->counts();
        foreach (['email' => fn (string $key): string => "<{$key}@wrasse.invalid>", 'webhook' => fn (string $key): string => $key] as $kind => $name) {
            $deliveries = $this->all($this->ours, "SELECT d.message_id, d.batch FROM alert_deliveries d JOIN alert_destinations a ON a.id = d.destination_id WHERE a.kind = '{$kind}' ORDER BY d.message_id");
            self::assertSame($messages, array_column($deliveries, 'message_id'), "{$kind}: each message once");
            foreach (array_unique(array_column($deliveries, 'batch')) as $key) {
                self::assertArrayHasKey($name($key), $came, "{$kind}: lost");
                self::assertArrayNotHasKey($name($key), $before);
            }
        }
        // What a program has received: no message is in two of them.
        $received = [];
        foreach (glob(getenv('WRASSE_HOME').'/inbox/*.hook') ?: [] as $file) {
            [$head, $body] = explode("\n\n", (string) file_get_contents($file), 2);
            if (str_contains($head, '/hook/process')) {
                array_push($received, ...array_column(json_decode($body, true)['data']['messages'], 'id'));
            }
        }
        sort($received);
        self::assertSame($messages, $received);
    }

    /**
     * With shipping, as alerts have them.
     *
     * @param  list<int>  $listings
     * @return array<int, string> of the rival whose price moves
     */
    private function prices(array $listings): array
    {
        $rows = $this->all($this->ours, "SELECT listing_id, to_char((offers -> 0 ->> 'price')::numeric + coalesce((offers -> 0 ->> 'shipping')::numeric, 0), 'FM99990.00') AS price
            FROM listing_markets WHERE listing_id IN (".implode(',', $listings).') ORDER BY listing_id');

        return array_column($rows, 'price', 'listing_id');
    }

    private function mood(string $mood): void
    {
        $context = stream_context_create(['http' => ['method' => 'POST', 'header' => 'Content-Type: application/json', 'content' => json_encode(['mood' => $mood])]]);
        self::assertNotFalse(file_get_contents($this->settings()['INBOX_URL'].'/-/mood', false, $context));
    }

    /** @return array<string, int> how often each mail and each webhook came */
    private function counts(): array
    {
        return (array) json_decode((string) file_get_contents($this->settings()['INBOX_URL'].'/-/counts'), true);
    }
}
