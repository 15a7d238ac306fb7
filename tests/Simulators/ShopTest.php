<?php

declare(strict_types=1);

namespace Tests\Simulators;

use PHPUnit\Framework\TestCase;
use Simulators\Common\Store;
use Simulators\Shop\Shop;

/** The simulated shop does what its description says. */
final class ShopTest extends TestCase
{
    use FreshShop;

    private Store $store;

    protected function setUp(): void
    {
        $this->store = $this->freshShop();
    }

    public function test_products_come_in_pages_and_a_list_of_prices_is_set_once(): void
    {
        $first = $this->call('GET', '/api/products');
        self::assertCount(200, $first['products']);
        self::assertSame(189, count($this->call('GET', '/api/products', ['after' => $first['next']])['products']));
        $sku = $first['products'][0]['sku'];
        $prices = [
            'prices' => [
                ['sku' => $sku, 'price' => '17.50'],
                ['sku' => 'KC-nothing', 'price' => '1.00'],
                ['sku' => $first['products'][1]['sku'], 'price' => 'cheap'],
            ],
        ];
        self::assertSame(['id' => 'list-1'], $this->call('PUT', '/api/price-lists/list-1', body: $prices));
        self::assertEqualsCanonicalizing(
            [null, 'no such SKU', 'not a price'],
            array_column($this->call('GET', '/api/price-lists/list-1')['prices'], 'problem'),
        );
        $this->store->run('UPDATE product SET price = 1999 WHERE sku = ?', [$sku]);
        $this->call('PUT', '/api/price-lists/list-1', body: $prices);
        self::assertSame(
            '19.99',
            $this->call('GET', '/api/products', ['skus' => $sku])['products'][0]['price'],
            'the same list again sets nothing',
        );
    }

    public function test_a_list_is_taken_back_before_it_comes_and_not_after(): void
    {
        $sku = $this->call('GET', '/api/products')['products'][0]['sku'];
        $prices = ['prices' => [['sku' => $sku, 'price' => '17.50']]];
        self::assertSame('cancelled', $this->call('DELETE', '/api/price-lists/late')['status']);
        self::assertSame(
            ['error' => 'this list was cancelled'],
            $this->call('PUT', '/api/price-lists/late', body: $prices),
        );
        $this->call('PUT', '/api/price-lists/soon', body: $prices);
        self::assertSame(['id' => 'soon', 'status' => 'set'], $this->call('DELETE', '/api/price-lists/soon'));
        self::assertSame('17.50', $this->call('GET', '/api/products', ['skus' => $sku])['products'][0]['price']);
    }

    public function test_what_was_bought_is_told_once_and_takes_from_stock(): void
    {
        self::assertSame([], $this->call('GET', '/api/orders')['orders']);
        $before = (int) ($this->store->one('SELECT sum(stock) AS stock FROM product')['stock'] ?? 0);
        $this->store->set('sold_until', time() - 86_400);
        $orders = $this->call('GET', '/api/orders')['orders'];
        self::assertNotSame([], $orders);
        self::assertSame(
            $before - array_sum(array_column($orders, 'units')),
            (int) ($this->store->one('SELECT sum(stock) AS stock FROM product')['stock'] ?? 0),
        );
        self::assertSame([], $this->call('GET', '/api/orders', ['after' => end($orders)['id']])['orders']);
    }

    public function test_a_token_is_asked_for(): void
    {
        self::assertSame(401, (new Shop($this->store))->answer('GET', '/api/products', 'Bearer wrong', [], [])->status);
        self::assertSame(
            404,
            (new Shop($this->store))->answer('DELETE', '/api/products', 'Bearer token', [], [])->status,
        );
    }

    /**
     * @param  array<string, mixed>  $query
     * @param  array<string, mixed>  $body
     * @return array<mixed>
     */
    private function call(string $method, string $path, array $query = [], array $body = []): array
    {
        return (new Shop($this->store))->answer($method, $path, 'Bearer token', $query, $body)->body;
    }
}
