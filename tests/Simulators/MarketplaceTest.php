<?php

declare(strict_types=1);

namespace Tests\Simulators;

use App\Channels\WebhookSignature;
use PHPUnit\Framework\TestCase;
use Simulators\Common\Clock;
use Simulators\Marketplace\BuyBox;
use Simulators\Marketplace\Demand;
use Simulators\Marketplace\Faults;
use Simulators\Marketplace\Feeds;
use Simulators\Marketplace\Http\ControlApi;
use Simulators\Marketplace\Http\Gate;
use Simulators\Marketplace\Http\QuaysideApi;
use Simulators\Marketplace\Notifier;
use Simulators\Marketplace\Offers;
use Simulators\Marketplace\Rivals;

/** The simulated marketplace does what its description says; everything else is tested against it. */
final class MarketplaceTest extends TestCase
{
    use FreshMarket;

    protected function setUp(): void
    {
        $this->store = $this->market();
    }

    public function test_the_same_seed_gives_the_same_run_and_another_seed_another(): void
    {
        $run = function (int $seed, int $stepSeconds): string {
            $this->store = $this->market($seed);
            $clock = new Clock($this->store);
            for ($at = self::OPENS; $at < self::OPENS + 8 * 3_600; $at += $stepSeconds) {
                $clock->run(0, $at);
                while ((new Rivals($this->store, $clock))->move() > 0) {
                }
                (new Demand($this->store, $clock))->sell();
            }

            return md5(
                (string) json_encode([
                    $this->store->all(
                        'SELECT item_id, seller_id, price, active, stock, buy_box, moves FROM offer ORDER BY 1, 2',
                    ),
                    $this->store->all('SELECT item_id, seller_id, units, price, at FROM sale ORDER BY at, item_id'),
                ]),
            );
        };
        $first = $run(7, 1_200);
        self::assertGreaterThan(
            150,
            (int) ($this->store->one('SELECT sum(moves) AS n FROM offer')['n'] ?? 0),
            'rivals have looked',
        );
        self::assertGreaterThan(
            0,
            (int) ($this->store->one('SELECT count(*) AS n FROM sale')['n'] ?? 0),
            'something was sold',
        );
        self::assertSame($first, $run(7, 1_200));
        self::assertNotSame($first, $run(8, 1_200));
    }

    public function test_rivals_move_in_their_ways_and_never_under_their_own_floor(): void
    {
        $clock = new Clock($this->store);
        for ($at = self::OPENS; $at < self::OPENS + 6 * 86_400; $at += 3_600) {
            $clock->run(0, $at);
            while ((new Rivals($this->store, $clock))->move() > 0) {
            }
        }
        self::assertSame(
            [],
            $this->store->all(
                <<<'SQL'
                SELECT item_id, seller_id
                FROM offer
                WHERE moves > 0
                    AND price < least(lowest, usual)
                    AND seller_id <> 'kettle-crock'
                SQL,
            ),
        );
        foreach (['undercutter', 'follower', 'drifter', 'weekender', 'leaver', 'steady', 'used'] as $behaviour) {
            $moved = $this->store->one(
                <<<'SQL'
                SELECT count(*) AS n
                FROM offer o
                JOIN seller s ON s.id = o.seller_id
                WHERE s.behaviour = ?
                    AND (o.price <> o.usual OR NOT o.active)
                SQL,
                [$behaviour],
            );
            self::assertGreaterThan(0, (int) ($moved['n'] ?? 0), $behaviour);
        }
    }

    public function test_the_buy_box_goes_by_price_rating_handling_and_fulfilment(): void
    {
        $item = $this->onlyOffers([
            'brine-works' => 2_000,
            'cellarmoss' => 2_060,
            'amber-barn' => 1_500,
            'wild-starter' => 1_400,
            'second-rack' => 1_000,
        ]);
        // brine-works: 2000 × (1 + 0.005 × 4.5 + 0.005 × 2) = 2065.0; cellarmoss: 2060 × (1 + 0.005 × 1.8 + 0.005 × 1)
        // × 0.96 = 2005.3. amber-barn is rated under 85 %, wild-starter not at all, second-rack sells used.
        (new BuyBox($this->store))->assign($item);
        self::assertSame('cellarmoss', $this->holder($item));
        (new Offers($this->store, new Clock($this->store)))->change($item, 'cellarmoss', price: 2_130);
        self::assertSame('brine-works', $this->holder($item), '2130 × 1.014 × 0.96 = 2073.4 is more than 2065.0');
    }

    public function test_a_feed_is_worked_through_once_however_often_it_is_sent(): void
    {
        $body = [
            'items' => [
                ['sku' => 'KC-1101', 'price' => '19.90'],
                ['sku' => 'KC-9999', 'price' => '5.00'],
                ['sku' => 'KC-1102', 'price' => '0.50'],
            ],
        ];
        $first = $this->call('POST', '/v1/feeds', body: $body, key: 'k1');
        self::assertSame(202, $first['status']);
        usleep(260_000);
        $again = $this->call('POST', '/v1/feeds', body: $body, key: 'k1');
        self::assertSame($first['body']['id'], $again['body']['id']);
        self::assertSame(
            'queued',
            $this->call('GET', "/v1/feeds/{$first['body']['id']}")['body']['status'],
            'asking does not hurry it',
        );
        $this->work();
        $done = $this->call('GET', "/v1/feeds/{$first['body']['id']}")['body'];
        self::assertSame('done', $done['status']);
        self::assertSame(
            [
                ['accepted', null],
                ['refused', 'no such SKU'],
                ['refused', 'price under the limit set for this item, which is 5.93'],
            ],
            array_map(fn (array $line) => [$line['status'], $line['message']], $done['items']),
        );
        $this->work();
        self::assertCount(1, $this->store->all('SELECT * FROM price_log'));
        self::assertSame(
            '19.90',
            $this->call('GET', '/v1/prices', ['skus' => 'KC-1101'])['body']['prices'][0]['price'],
        );
        self::assertSame(
            409,
            $this->call('POST', '/v1/feeds', body: ['items' => [['sku' => 'KC-1101', 'price' => '18.90']]], key: 'k1')[
                'status'
            ],
        );
        self::assertSame(400, $this->call('POST', '/v1/feeds', body: $body)['status']);
        self::assertSame(
            422,
            $this->call('POST', '/v1/feeds', body: ['items' => [['sku' => 'KC-1101', 'price' => 'cheap']]], key: 'k2')[
                'status'
            ],
        );
    }

    public function test_a_feed_is_taken_back_before_it_arrives_and_before_it_is_worked_through_and_not_after(): void
    {
        $body = ['items' => [['sku' => 'KC-1101', 'price' => '19.90']]];
        self::assertSame('cancelled', $this->call('DELETE', '/v1/feeds', key: 'late')['body']['status']);
        self::assertSame(
            409,
            $this->call('POST', '/v1/feeds', body: $body, key: 'late')['status'],
            'it comes too late',
        );

        $this->call('POST', '/v1/feeds', body: $body, key: 'waits');
        self::assertSame('cancelled', $this->call('DELETE', '/v1/feeds', key: 'waits')['body']['status']);
        self::assertSame(409, $this->call('POST', '/v1/feeds', body: $body, key: 'waits')['status']);
        usleep(260_000);
        $this->work();
        self::assertSame([], $this->store->all('SELECT * FROM price_log'));

        $done = $this->call('POST', '/v1/feeds', body: $body, key: 'done')['body']['id'];
        usleep(260_000);
        $this->work();
        self::assertSame(['id' => $done, 'status' => 'done'], $this->call('DELETE', '/v1/feeds', key: 'done')['body']);
        self::assertSame(400, $this->call('DELETE', '/v1/feeds')['status']);
    }

    public function test_a_token_is_asked_for_and_calls_are_limited(): void
    {
        self::assertSame(401, (new Gate($this->store))->stop('wrong')?->status);
        self::assertSame(401, (new Gate($this->store))->stop(null)?->status);
        $passed = 0;
        for ($i = 0; $i < 300; $i++) {
            $answer = (new Gate($this->store))->stop('token');
            if ($answer !== null) {
                break;
            }
            $passed++;
        }
        self::assertGreaterThanOrEqual(Gate::BURST, $passed);
        self::assertSame(429, $answer?->status);
        self::assertSame('1', $answer->headers['Retry-After']);
    }

    public function test_faults_strike_while_they_are_switched_on(): void
    {
        $gate = fn () => (new Gate($this->store))->stop('token');
        $this->control('PUT', '/control/faults', ['error_share' => 1]);
        self::assertSame(503, $gate()?->status);
        $this->control('PUT', '/control/faults', ['drop_share' => 1]);
        self::assertSame('/-/drop', $gate()?->headers['X-Accel-Redirect'] ?? null);
        $this->control('PUT', '/control/faults', ['latency_ms' => 80]);
        $start = microtime(true);
        self::assertNull($gate());
        self::assertGreaterThan(0.08, microtime(true) - $start);
        $this->control('PUT', '/control/faults', []);
        self::assertSame(Faults::NONE, (new Faults($this->store))->all());
    }

    public function test_a_feed_can_be_refused_in_part_and_shown_late(): void
    {
        $this->control('PUT', '/control/faults', ['refuse_share' => 0.5, 'late_read_back_seconds' => 60]);
        $skus = array_column(
            $this->store->all("SELECT sku FROM offer WHERE seller_id = 'kettle-crock' ORDER BY sku"),
            'sku',
        );
        $feed = $this->call(
            'POST',
            '/v1/feeds',
            body: ['items' => array_map(fn (string $sku) => ['sku' => $sku, 'price' => '99.90'], $skus)],
            key: 'k',
        )['body'];
        usleep(260_000);
        $this->work();
        $lines = $this->call('GET', "/v1/feeds/{$feed['id']}")['body']['items'];
        $accepted = array_column(array_filter($lines, fn (array $line) => $line['status'] === 'accepted'), 'sku');
        self::assertGreaterThan(6, count($accepted));
        self::assertLessThan(26, count($accepted));
        $shown = fn () => $this->call('GET', '/v1/prices', ['skus' => $accepted[0]])['body']['prices'][0]['price'];
        self::assertNotSame('99.90', $shown());
        $this->store->run('UPDATE offer SET old_price_until = 0');
        self::assertSame('99.90', $shown());
    }

    public function test_word_of_a_change_is_merged_and_signed_so_that_its_reader_believes_it(): void
    {
        $this->call(
            'PUT',
            '/v1/subscription',
            body: ['url' => 'http://127.0.0.1:9/hook', 'secret' => 'whsec_MfKQ9r8GKYqrTwjUPD8ILPZIo2LaLaSw'],
        );
        $item = $this->onlyOffers(['brine-works' => 2_000]);
        $offers = new Offers($this->store, new Clock($this->store));
        $offers->change($item, 'brine-works', price: 1_990);
        $offers->change($item, 'brine-works', price: 1_980);
        self::assertCount(1, $this->store->all('SELECT * FROM notification'));
        (new Notifier($this->store))->send();
        self::assertSame(
            1,
            $this->store->one('SELECT attempts FROM notification')['attempts'] ?? null,
            'nobody answered; it is kept for another try',
        );
        $signature = Notifier::sign('whsec_MfKQ9r8GKYqrTwjUPD8ILPZIo2LaLaSw', 'msg_1', 1_614_265_330, '{}');
        self::assertTrue(
            (new WebhookSignature('whsec_MfKQ9r8GKYqrTwjUPD8ILPZIo2LaLaSw'))->fits(
                'msg_1',
                '1614265330',
                '{}',
                $signature,
                1_614_265_330,
            ),
        );
    }

    public function test_the_clock_can_run_faster_than_real_time(): void
    {
        $this->control('PUT', '/control/clock', ['speed' => 3_600]);
        $before = (new Clock($this->store))->now();
        usleep(120_000);
        self::assertGreaterThan(300, (new Clock($this->store))->now() - $before);
        self::assertSame(422, $this->control('PUT', '/control/clock', ['speed' => -1])['status']);
    }

    public function test_the_past_is_told_with_its_troubles_page_by_page(): void
    {
        $first = $this->call('GET', '/v1/history')['body'];
        self::assertSame(
            ['2026-01-01', '2026-03-01', 20 * 60],
            [$first['days'][0]['date'], $first['days'][59]['date'], count($first['days'])],
        );
        $pennies = array_filter(
            $first['days'],
            fn (array $entry) => in_array('0.01', array_column($entry['offers'], 'price'), true),
        );
        self::assertSame(
            ['2026-02-23'],
            array_values(array_unique(array_column($pennies, 'date'))),
            'the penny prices of that day',
        );
        self::assertSame($first, $this->call('GET', '/v1/history')['body'], 'the past does not change');
        $second = $this->call('GET', '/v1/history', ['after' => $first['next']])['body'];
        self::assertSame(
            [],
            array_intersect(array_column($first['days'], 'sku'), array_column($second['days'], 'sku')),
        );
    }

    private function work(): void
    {
        (new Feeds($this->store, new Clock($this->store)))->work();
    }

    /**
     * @param  array<string, mixed>  $query
     * @param  array<string, mixed>  $body
     * @return array{status: int, body: array<mixed>}
     */
    public function test_the_catalogue_is_searched_as_buyers_do(): void
    {
        $item = $this->store->one("SELECT * FROM item i WHERE EXISTS (SELECT FROM offer WHERE item_id = i.id AND active AND stock > 0 AND condition = 'new') ORDER BY id LIMIT 1") ?? [];
        $found = $this->call('GET', '/v1/catalogue', ['q' => "{$item['title']} {$item['brand']}"])['body']['items'];
        self::assertSame($item['id'], $found[0]['item']);
        self::assertLessThanOrEqual(20, count($found));
        $offers = $this->store->one("SELECT min(price + shipping) AS price, count(*) AS sellers FROM offer WHERE item_id = ? AND active AND stock > 0 AND condition = 'new'", [$item['id']]) ?? [];
        self::assertSame([number_format($offers['price'] / 100, 2, '.', ''), $offers['sellers']], [$found[0]['price'], $found[0]['sellers']]);
        self::assertSame($item['id'], $this->call('GET', '/v1/catalogue', ['q' => $item['gtin']])['body']['items'][0]['item']);
        self::assertSame([], $this->call('GET', '/v1/catalogue', ['q' => 'zeppelin'])['body']['items']);
        self::assertSame(422, $this->call('GET', '/v1/catalogue', ['q' => ' % _ '])['status']);
    }

    private function call(string $method, string $path, array $query = [], array $body = [], ?string $key = null): array
    {
        $answer = (new QuaysideApi($this->store))->answer($method, $path, $query, $body, $key);

        return ['status' => $answer->status, 'body' => $answer->body];
    }

    /**
     * @param  array<string, mixed>  $body
     * @return array{status: int, body: array<mixed>}
     */
    private function control(string $method, string $path, array $body): array
    {
        $answer = (new ControlApi($this->store))->answer($method, $path, $body);

        return ['status' => $answer->status, 'body' => $answer->body];
    }

    /**
     * An item that only these sellers offer, without shipping.
     *
     * @param  array<string, int>  $prices
     */
    private function onlyOffers(array $prices): string
    {
        $this->store->run('DELETE FROM offer WHERE item_id = ? AND seller_id <> ?', ['QU-1101', 'kettle-crock']);
        $this->store->run("UPDATE offer SET stock = 0 WHERE item_id = 'QU-1101'");
        foreach ($prices as $seller => $price) {
            $this->store->run(
                <<<'SQL'
                INSERT INTO offer (item_id, seller_id, sku, price, condition, fulfilment, stock, lowest, usual,
                    updated_at)
                SELECT 'QU-1101', id, id, ?, CASE behaviour WHEN 'used' THEN 'used' ELSE 'new' END, fulfilment, 5, 1, ?,
                    0
                FROM seller
                WHERE id = ?
                SQL,
                [$price, $price, $seller],
            );
        }

        return 'QU-1101';
    }

    private function holder(string $item): string
    {
        return (string) ($this->store->one('SELECT seller_id FROM offer WHERE item_id = ? AND buy_box', [$item])[
            'seller_id'
        ] ?? '');
    }
}
