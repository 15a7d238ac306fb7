<?php

declare(strict_types=1);

namespace Simulators\Shop;

use Simulators\Common\Chance;
use Simulators\Common\Response;
use Simulators\Common\Store;

/**
 * Kettle & Crock's own web shop: products, prices that are set by list, and orders. Amounts are decimals with two
 * places.
 */
final readonly class Shop
{
    private const CATALOGUE = __DIR__.'/../../marketplace/scenario/catalogue.csv';

    private const PAGE = 200;

    private const PRODUCTS_WITH_DAYS = 50;

    private const DAYS = 60;

    private const SLOT_SECONDS = 600;

    /** Its own customers buy a fifth of what a marketplace's do. */
    private const SHARE_OF_DEMAND = 0.2;

    public function __construct(private Store $store)
    {
    }

    /** Fills an empty database; prices are a little below what the marketplaces start with: there is no fee to pay. */
    public function setUp(): void
    {
        $this->store->pdo->exec((string) file_get_contents(__DIR__.'/../schema.sql'));
        $file = fopen(self::CATALOGUE, 'rb') ?: throw new \RuntimeException('No catalogue.');
        $header = fgetcsv($file, escape: '');
        $this->store->transaction(function () use ($file, $header): void {
            while (is_array($line = fgetcsv($file, escape: ''))) {
                $row = array_combine((array) $header, $line);
                $cents = (int) str_replace('.', '', (string) $row['base_price']);
                $chance = new Chance($this->store->config['seed'], 'shop', (string) $row['sku']);
                $this->store->run('INSERT INTO product VALUES (?, ?, ?, ?, ?, ?, ?, ?)', [
                    $row['sku'],
                    $row['gtin'],
                    $row['title'],
                    $row['brand'],
                    $row['category'],
                    intdiv($cents * 97, 100),
                    (int) $chance->between(4, 60),
                    $row['units_per_day'],
                ]);
            }
            $this->store->set('sold_until', time());
        });
    }

    /**
     * @param  array<string, mixed>  $query
     * @param  array<string, mixed>  $body
     */
    public function answer(string $method, string $path, ?string $authorization, array $query, array $body): Response
    {
        if ($path === '/up') {
            return new Response(200, ['up' => true]);
        }
        if (! hash_equals('Bearer '.$this->store->config['token'], (string) $authorization)) {
            return Response::problem(401, 'unknown token');
        }

        return match (true) {
            $method === 'GET' && $path === '/api/products' => $this->products($query),
            $method === 'PUT' && $path === '/api/stocks' => $this->setStocks($body),
            $method === 'GET' && $path === '/api/days' => $this->days((string) ($query['after'] ?? '')),
            $method === 'GET' && $path === '/api/orders' => $this->orders((int) ($query['after'] ?? 0)),
            $method === 'PUT' && preg_match('#^/api/price-lists/([\w-]{1,80})$#', $path, $part) === 1 => $this->setPrices($part[1], $body),
            $method === 'DELETE' && preg_match('#^/api/price-lists/([\w-]{1,80})$#', $path, $part) === 1 => $this->cancel($part[1]),
            $method === 'GET' && preg_match('#^/api/price-lists/([\w-]{1,80})$#', $path, $part) === 1 => $this->priceList($part[1]),
            default => Response::problem(404, 'no such call'),
        };
    }

    /** @param  array<string, mixed>  $query */
    private function products(array $query): Response
    {
        if (isset($query['skus'])) {
            $skus = array_slice(explode(',', (string) $query['skus']), 0, self::PAGE);
            $rows = $this->store->all(
                'SELECT * FROM product WHERE sku IN ('.
                    implode(',', array_fill(0, count($skus), '?')).
                    ') ORDER BY sku',
                $skus,
            );
        } else {
            $rows = $this->store->all('SELECT * FROM product WHERE sku > ? ORDER BY sku LIMIT '.self::PAGE, [
                (string) ($query['after'] ?? ''),
            ]);
        }
        $products = array_map(
            fn (array $row) => [
                'sku' => $row['sku'],
                'gtin' => $row['gtin'],
                'title' => $row['title'],
                'brand' => $row['brand'],
                'category' => $row['category'],
                'price' => self::decimal($row['price']),
                'stock' => $row['stock'],
                'path' => '/p/'.strtolower((string) $row['sku']),
            ],
            $rows,
        );

        return new Response(200, [
            'products' => $products,
            'next' => count($rows) === self::PAGE && ! isset($query['skus']) ? end($rows)['sku'] : null,
        ]);
    }

    /** The last 60 days of some products: a price that stood for one to three weeks, and what was sold. */
    private function days(string $after): Response
    {
        $rows = $this->store->all('SELECT * FROM product WHERE sku > ? ORDER BY sku LIMIT '.self::PRODUCTS_WITH_DAYS, [
            $after,
        ]);
        $days = [];
        foreach ($rows as $row) {
            $chance = new Chance($this->store->config['seed'], 'days', (string) $row['sku']);
            $price = $row['price'];
            $stands = $chance->int(7, 21);
            for ($ago = 1, $past = []; $ago <= self::DAYS; $ago++) {
                if (--$stands === 0) {
                    $price = (int) round($row['price'] * $chance->between(0.95, 1.08));
                    $stands = $chance->int(7, 21);
                }
                $past[] = [
                    'date' => gmdate('Y-m-d', time() - $ago * 86_400),
                    'sku' => $row['sku'],
                    'price' => self::decimal($price),
                    'units' => $chance->count($row['units_per_day'] * self::SHARE_OF_DEMAND),
                ];
            }
            $days = [...$days, ...array_reverse($past)];
        }

        return new Response(200, [
            'days' => $days,
            'next' => count($rows) === self::PRODUCTS_WITH_DAYS ? end($rows)['sku'] : null,
        ]);
    }

    /**
     * All of a list at once. The same list again is the same list: nothing is set twice.
     *
     * @param  array<string, mixed>  $body
     */
    private function setPrices(string $id, array $body): Response
    {
        $prices = is_array($body['prices'] ?? null) ? $body['prices'] : [];
        $isTaken = $this->store->transaction(function () use ($id, $prices): bool {
            if ($this->store->run('INSERT INTO price_list (id) VALUES (?) ON CONFLICT DO NOTHING', [$id]) === 0) {
                return $this->store->one('SELECT id FROM price_list WHERE id = ? AND is_cancelled', [$id]) === null;
            }
            foreach ($prices as $line) {
                $sku = (string) ($line['sku'] ?? '');
                $price = (string) ($line['price'] ?? '');
                $problem = preg_match('/^\d{1,7}\.\d{2}$/', $price) !== 1 || (float) $price <= 0 ? 'not a price' : null;
                if (
                    $problem === null &&
                    $this->store->run('UPDATE product SET price = ? WHERE sku = ?', [
                        (int) str_replace('.', '', $price),
                        $sku,
                    ]) === 0
                ) {
                    $problem = 'no such SKU';
                }
                $this->store->run('INSERT INTO price_list_line VALUES (?, ?, ?, ?) ON CONFLICT DO NOTHING', [
                    $id,
                    $sku,
                    $price,
                    $problem,
                ]);
            }

            return true;
        });

        return $isTaken ? new Response(200, ['id' => $id]) : Response::problem(409, 'this list was cancelled');
    }

    /**
     * How many there are, by SKU; what is not known is left out.
     *
     * @param  array<string, mixed>  $body
     */
    private function setStocks(array $body): Response
    {
        $lines = array_filter(is_array($body['stocks'] ?? null) ? $body['stocks'] : [], fn (mixed $line): bool => is_array($line) && is_int($line['stock'] ?? null) && $line['stock'] >= 0);
        foreach ($lines as $line) {
            $this->store->run('UPDATE product SET stock = ? WHERE sku = ?', [$line['stock'], (string) ($line['sku'] ?? '')]);
        }

        return new Response(200, ['taken' => count($lines)]);
    }

    /** A list that has not come yet will not be taken any more. */
    private function cancel(string $id): Response
    {
        $this->store->run('INSERT INTO price_list (id, is_cancelled) VALUES (?, true) ON CONFLICT DO NOTHING', [$id]);
        $list = $this->store->one('SELECT is_cancelled FROM price_list WHERE id = ?', [$id]);

        return new Response(200, ['id' => $id, 'status' => $list['is_cancelled'] ?? true ? 'cancelled' : 'set']);
    }

    private function priceList(string $id): Response
    {
        if ($this->store->one('SELECT id FROM price_list WHERE id = ?', [$id]) === null) {
            return Response::problem(404, 'no such list');
        }

        return new Response(200, [
            'id' => $id,
            'prices' => $this->store->all(
                'SELECT sku, price, problem FROM price_list_line WHERE list_id = ? ORDER BY sku',
                [$id],
            ),
        ]);
    }

    /** What was bought since the last call is worked out when it is asked for, in slots of ten minutes. */
    private function orders(int $after): Response
    {
        $this->store->transaction(function (): void {
            $slot = max((int) $this->store->setting('sold_until'), time() - 86_400);
            for (
                $slot -= $slot % self::SLOT_SECONDS;
                $slot + self::SLOT_SECONDS <= time();
                $slot += self::SLOT_SECONDS
            ) {
                foreach (
                    $this->store->all(
                        'SELECT sku, price, stock, units_per_day FROM product WHERE stock > 0 ORDER BY sku',
                    ) as $row
                ) {
                    $wanted = (new Chance($this->store->config['seed'], 'shop', (string) $slot, $row['sku']))->count(
                        ($row['units_per_day'] * self::SHARE_OF_DEMAND * self::SLOT_SECONDS) / 86_400,
                    );
                    $units = min($wanted, $row['stock']);
                    if ($units > 0) {
                        $this->store->run('UPDATE product SET stock = stock - ? WHERE sku = ?', [$units, $row['sku']]);
                        $this->store->run('INSERT INTO sale (sku, units, price, at) VALUES (?, ?, ?, ?)', [
                            $row['sku'],
                            $units,
                            $row['price'],
                            $slot,
                        ]);
                    }
                }
                $this->store->set('sold_until', $slot + self::SLOT_SECONDS);
            }
        });
        $sales = $this->store->all('SELECT id, sku, units, price, at FROM sale WHERE id > ? ORDER BY id LIMIT 500', [
            $after,
        ]);

        return new Response(200, [
            'orders' => array_map(
                fn (array $sale) => [
                    ...$sale,
                    'price' => self::decimal($sale['price']),
                    'at' => gmdate('Y-m-d\TH:i:s\Z', $sale['at']),
                ],
                $sales,
            ),
        ]);
    }

    private static function decimal(int $minor): string
    {
        return sprintf('%d.%02d', intdiv($minor, 100), $minor % 100);
    }
}
