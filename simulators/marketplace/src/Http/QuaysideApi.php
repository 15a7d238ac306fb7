<?php

declare(strict_types=1);

namespace Simulators\Marketplace\Http;

use Simulators\Common\Clock;
use Simulators\Common\Response;
use Simulators\Common\Store;
use Simulators\Marketplace\Catalogue;
use Simulators\Marketplace\Feeds;
use Simulators\Marketplace\History;
use Simulators\Marketplace\Offers;

/** The calls a seller's software makes. Amounts are decimals with two places. */
final readonly class QuaysideApi
{
    private Clock $clock;

    private string $seller;

    public function __construct(private Store $store)
    {
        $this->clock = new Clock($store);
        $this->seller = $store->config['seller'];
    }

    /**
     * @param  array<string, mixed>  $query
     * @param  array<string, mixed>  $body
     */
    public function answer(string $method, string $path, array $query, array $body, ?string $key): Response
    {
        return match (true) {
            $method === 'GET' && $path === '/v1/account' => $this->account(),
            $method === 'GET' && $path === '/v1/listings' => $this->listings((string) ($query['after'] ?? '')),
            $method === 'GET' && $path === '/v1/offers' => $this->offers(
                explode(',', (string) ($query['items'] ?? '')),
            ),
            $method === 'GET' && $path === '/v1/catalogue' => $this->search((string) ($query['q'] ?? '')),
            $method === 'GET' && $path === '/v1/prices' => $this->prices(explode(',', (string) ($query['skus'] ?? ''))),
            $method === 'GET' && $path === '/v1/orders' => $this->orders((int) ($query['after'] ?? 0)),
            $method === 'GET' && $path === '/v1/history' => $this->history((string) ($query['after'] ?? '')),
            $method === 'PUT' && $path === '/v1/stocks' => $this->setStocks($body),
            $method === 'PUT' && $path === '/v1/subscription' => $this->subscribe($body),
            $method === 'POST' && $path === '/v1/feeds' => $this->submit($body, $key),
            $method === 'DELETE' && $path === '/v1/feeds' => $this->cancel($key),
            $method === 'GET' && preg_match('#^/v1/feeds/(\w+)$#', $path, $part) === 1 => $this->feed($part[1]),
            default => Response::problem(404, 'no such call'),
        };
    }

    private function account(): Response
    {
        return new Response(200, [
            'market' => $this->store->config['name'],
            'seller' => $this->seller,
            'currency' => $this->store->config['currency'] ?? 'EUR',
            'now' => Clock::text($this->clock->now()),
        ]);
    }

    private function listings(string $after): Response
    {
        $rows = $this->store->all(
            <<<'SQL'
                SELECT o.sku, i.id AS item, i.gtin, i.title, i.brand, i.category, o.price, o.shipping, o.condition,
                    o.fulfilment, o.stock
                FROM offer o
                JOIN item i ON i.id = o.item_id
                WHERE o.seller_id = ? AND o.sku > ?
                ORDER BY o.sku
                LIMIT 200
                SQL,
            [$this->seller, $after],
        );
        $rows = array_map(
            fn (array $row) => [
                ...$row,
                'price' => self::decimal($row['price']),
                'shipping' => self::decimal($row['shipping']),
            ],
            $rows,
        );

        $total = $this->store->one('SELECT count(*) AS n FROM offer WHERE seller_id = ?', [$this->seller])['n'] ?? 0;

        return new Response(200, [
            'listings' => $rows,
            'next' => count($rows) === 200 ? end($rows)['sku'] : null,
            'total' => $total,
        ]);
    }

    /** @param  list<string>  $items */
    private function offers(array $items): Response
    {
        if (count($items) > 20) {
            return Response::problem(422, 'at most 20 items a call');
        }
        $offers = array_fill_keys($items, []);
        $rows = $this->store->all(
            'SELECT o.*, s.name, s.rating_percent, s.rating_count, s.handling_days, s.ship_from, s.retail FROM offer o JOIN seller s ON s.id = o.seller_id WHERE o.active AND o.item_id IN ('.
                implode(',', array_fill(0, count($items), '?')).
                ') ORDER BY o.item_id, o.seller_id',
            $items,
        );
        foreach ($rows as $row) {
            $offers[$row['item_id']][] = [
                'seller' => $row['seller_id'],
                'name' => $row['name'],
                'price' => self::decimal($this->shownPrice($row)),
                'shipping' => self::decimal($row['shipping']),
                'condition' => $row['condition'],
                'fulfilment' => $row['fulfilment'],
                'in_stock' => $row['stock'] > 0,
                'buy_box' => $row['buy_box'],
                'rating_percent' => $row['rating_percent'],
                'rating_count' => $row['rating_count'],
                'handling_days' => $row['handling_days'],
                'ship_from' => $row['ship_from'],
                'marketplace_retail' => $row['retail'],
            ];
        }

        return new Response(200, ['now' => Clock::text($this->clock->now()), 'offers' => $offers]);
    }

    private function search(string $words): Response
    {
        $found = (new Catalogue($this->store))->search($words);

        return $found === null ? Response::problem(422, 'say what you look for') : new Response(200, [
            'items' => array_map(
                fn (array $row) => [...$row, 'price' => $row['price'] === null ? null : self::decimal($row['price'])],
                $found,
            ),
        ]);
    }

    /** @param  list<string>  $skus */
    private function prices(array $skus): Response
    {
        if (count($skus) > 100) {
            return Response::problem(422, 'at most 100 SKUs a call');
        }
        $rows = $this->store->all(
            'SELECT * FROM offer WHERE seller_id = ? AND sku IN ('.
                implode(',', array_fill(0, count($skus), '?')).
                ')',
            [$this->seller, ...$skus],
        );

        return new Response(200, [
            'prices' => array_map(
                fn (array $row) => [
                    'sku' => $row['sku'],
                    'price' => self::decimal($this->shownPrice($row)),
                    'stock' => $row['stock'],
                ],
                $rows,
            ),
        ]);
    }

    /**
     * How many the seller has, by SKU; what is not known is left out.
     *
     * @param  array<string, mixed>  $body
     */
    private function setStocks(array $body): Response
    {
        $lines = array_filter(is_array($body['stocks'] ?? null) ? $body['stocks'] : [], fn (mixed $line): bool => is_array($line) && is_int($line['stock'] ?? null) && $line['stock'] >= 0);
        if (count($lines) > 100) {
            return Response::problem(422, 'at most 100 SKUs a call');
        }
        foreach ($lines as $line) {
            $offer = $this->store->one('SELECT item_id FROM offer WHERE seller_id = ? AND sku = ?', [$this->seller, (string) ($line['sku'] ?? '')]);
            if ($offer !== null) {
                (new Offers($this->store, $this->clock))->change($offer['item_id'], $this->seller, stock: $line['stock']);
            }
        }

        return new Response(200, ['taken' => count($lines)]);
    }

    /** @param  array<string, mixed>  $offer */
    private function shownPrice(array $offer): int
    {
        return $offer['seller_id'] === $this->seller && ($offer['old_price_until'] ?? 0) > time()
            ? $offer['old_price']
            : $offer['price'];
    }

    private function orders(int $after): Response
    {
        $rows = $this->store->all(
            <<<'SQL'
                SELECT s.id, o.sku, s.units, s.price, s.at
                FROM sale s
                JOIN offer o
                USING (item_id, seller_id)
                WHERE s.seller_id = ? AND s.id > ?
                ORDER BY s.id
                LIMIT 500
                SQL,
            [$this->seller, $after],
        );

        return new Response(200, [
            'orders' => array_map(
                fn (array $row) => [...$row, 'price' => self::decimal($row['price']), 'at' => Clock::text($row['at'])],
                $rows,
            ),
        ]);
    }

    private function history(string $after): Response
    {
        $page = (new History($this->store))->page($this->seller, $after);
        $days = array_map(
            fn (array $day) => [
                ...$day,
                'price' => self::decimal($day['price']),
                'offers' => array_map(self::offered(...), $day['offers']),
            ],
            $page['days'],
        );

        return new Response(200, ['days' => $days, 'next' => $page['next']]);
    }

    /**
     * @param  array{price: int, shipping: int, ...}  $offer
     * @return array<string, mixed>
     */
    private static function offered(array $offer): array
    {
        return [...$offer, 'price' => self::decimal($offer['price']), 'shipping' => self::decimal($offer['shipping'])];
    }

    /** @param  array<string, mixed>  $body */
    private function subscribe(array $body): Response
    {
        $url = $body['url'] ?? null;
        $secret = $body['secret'] ?? null;
        if (! is_string($url) || ! is_string($secret) || ! str_starts_with($secret, 'whsec_')) {
            return Response::problem(422, 'url and secret (whsec_…) are required');
        }
        $this->store->run(
            <<<'SQL'
                INSERT INTO subscription
                VALUES (?, ?, ?)
                ON CONFLICT (seller_id) DO UPDATE SET url = excluded.url, secret = excluded.secret
                SQL,
            [$this->seller, $url, $secret],
        );

        return new Response(200, ['url' => $url]);
    }

    /** @param  array<string, mixed>  $body */
    private function submit(array $body, ?string $key): Response
    {
        if ($key === null || $key === '') {
            return Response::problem(400, 'Idempotency-Key is required');
        }
        $items = [];
        foreach (is_array($body['items'] ?? null) ? $body['items'] : [] as $item) {
            if (
                ! is_array($item) ||
                ! is_string($item['sku'] ?? null) ||
                preg_match('/^\d{1,7}\.\d{2}\z/', (string) ($item['price'] ?? '')) !== 1
            ) {
                return Response::problem(422, 'each item has a sku and a price such as "24.90"');
            }
            $items[] = ['sku' => $item['sku'], 'price' => (int) str_replace('.', '', $item['price'])];
        }
        if ($items === [] || count($items) > 500) {
            return Response::problem(422, 'a feed has 1 to 500 items');
        }
        $feed = (new Feeds($this->store, $this->clock))->submit($this->seller, $key, $items);

        return $feed === null
            ? Response::problem(409, 'this Idempotency-Key was used for another feed')
            : new Response(202, $feed);
    }

    private function cancel(?string $key): Response
    {
        return $key === null || $key === ''
            ? Response::problem(400, 'Idempotency-Key is required')
            : new Response(200, (new Feeds($this->store, $this->clock))->cancel($this->seller, $key));
    }

    private function feed(string $id): Response
    {
        $feed = (new Feeds($this->store, $this->clock))->find($this->seller, $id);

        return $feed === null ? Response::problem(404, 'no such feed') : new Response(200, $feed);
    }

    private static function decimal(int $minor): string
    {
        return sprintf('%d.%02d', intdiv($minor, 100), $minor % 100);
    }
}
