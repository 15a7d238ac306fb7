<?php

declare(strict_types=1);

namespace Simulators\Shops;

use Simulators\Common\Clock;
use Simulators\Common\Store;

/**
 * Web shops of others, told apart by host name. Pages: "/" and "/p/SKU", robots.txt and sitemap.xml. Some have moods, which
 * come by themselves or are set by POST /-/control with {"host", "name", "seconds"} or {"host", "sku", "price"}, or {"host", "sku", "stock"}
 * with whether there are any.
 */
final readonly class Shops
{
    private const SLOW_SECONDS = 8;

    public function __construct(private Store $store)
    {
    }

    public function setUp(): void
    {
        $this->store->pdo->exec((string) file_get_contents(__DIR__.'/../schema.sql'));
        if ($this->store->setting('shops_begun_at', null) === null) {
            $this->store->set('shops_begun_at', (new Clock($this->store))->now());
        }
    }

    /** @param  array<string, mixed>  $server  what came with the request, as PHP has it */
    public function answer(string $host, string $method, string $uri, array $server, string $body): Answer
    {
        if ($uri === '/-/control' && $method === 'POST') {
            return $this->control((string) ($server['HTTP_AUTHORIZATION'] ?? ''), $body);
        }
        $shop = Directory::shops()[$host] ?? null;
        if ($shop === null) {
            return new Answer(404, 'no such shop', ['Content-Type' => 'text/plain']);
        }
        $path = (string) parse_url($uri, PHP_URL_PATH);
        $this->store->run('INSERT INTO web_request (host, path, agent, at) VALUES (?, ?, ?, ?)', [
            $host,
            mb_strimwidth($uri, 0, 300),
            mb_strimwidth((string) ($server['HTTP_USER_AGENT'] ?? ''), 0, 300),
            microtime(true),
        ]);
        if ($path === '/robots.txt') {
            return $this->robots($shop);
        }
        $answer = $this->mood($shop) ?? $this->page($shop, $path, 'http://'.($server['HTTP_HOST'] ?? $host));
        $etag = '"'.md5($answer->body).'"';
        if ($answer->status === 200 && ($server['HTTP_IF_NONE_MATCH'] ?? '') === $etag) {
            return new Answer(304, headers: ['ETag' => $etag]);
        }

        return $answer->status === 200 ? new Answer(200, $answer->body, [...$answer->headers, 'ETag' => $etag]) : $answer;
    }

    private function robots(ShopFacts $shop): Answer
    {
        if ($this->has($shop, 'no-robots')) {
            return new Answer(503, '', ['Retry-After' => '60']);
        }

        return $shop->robots === '' && ! $this->has($shop, 'closed-to-robots')
            ? new Answer(404)
            : Answer::text($this->has($shop, 'closed-to-robots') ? "User-agent: *\nDisallow: /\n" : $shop->robots);
    }

    /** What every page answers at the moment; null: as usual. */
    private function mood(ShopFacts $shop): ?Answer
    {
        if ($this->has($shop, 'maintenance')) {
            return Answer::html("<html><head><title>{$shop->name}</title></head><body><h1>We will be back soon</h1><p>The shop is closed for maintenance.</p></body></html>");
        }
        if ($this->has($shop, 'busy')) {
            return new Answer(429, '', ['Retry-After' => '30']);
        }
        $lately = $this->store->one('SELECT count(*) AS requests FROM web_request WHERE host = ? AND at > ?', [$shop->host, microtime(true) - 60]);
        if ($this->has($shop, 'refusing') || ($shop->requestsPerMinute !== null && ($lately['requests'] ?? 0) > $shop->requestsPerMinute)) {
            return Answer::html('<html><head><title>Just a moment</title></head><body><h1>Please confirm that you are human</h1><p>Unusual traffic was seen from your network.</p></body></html>');
        }
        if ($this->has($shop, 'slow')) {
            sleep(self::SLOW_SECONDS);
        }

        return null;
    }

    private function page(ShopFacts $shop, string $path, string $origin): Answer
    {
        $assortment = new Assortment($this->store, $shop);
        if (preg_match('#^/p/([a-z0-9-]{1,40})$#', $path, $part) === 1) {
            $items = $assortment->sizes(strtoupper($part[1]));

            return $items === []
                ? Answer::html('<html><head><title>404</title></head><body><h1>Page not found</h1></body></html>', 404)
                : Answer::html(Directory::page($shop)->product($origin.$path, $items, $this->isRedesigned($shop)));
        }

        return match ($path) {
            '/' => Answer::html($this->front($shop, $assortment)),
            '/sitemap.xml' => new Answer(200, $this->sitemap($assortment, $origin), ['Content-Type' => 'application/xml']),
            // Addresses that lead nowhere good.
            '/round' => new Answer(302, '', ['Location' => '/about']),
            '/about' => new Answer(302, '', ['Location' => '/round']),
            '/inside' => new Answer(302, '', ['Location' => 'http://10.0.0.5/admin']),
            '/endless' => Answer::html(str_repeat('<p>more</p>', 700_000)),
            default => Answer::html('<html><head><title>404</title></head><body><h1>Page not found</h1></body></html>', 404),
        };
    }

    private function front(ShopFacts $shop, Assortment $assortment): string
    {
        $links = implode(
            '',
            array_map(
                fn (Item $item) => '<li><a href="/p/'.strtolower($item->sku).'">'.htmlspecialchars($item->title).'</a> '.$shop->money($item->price).'</li>',
                $assortment->all(),
            ),
        );

        return "<!doctype html><html lang=\"{$shop->language}\"><head><meta charset=\"utf-8\"><title>{$shop->name}</title></head><body><h1>{$shop->name}</h1><ul>{$links}</ul></body></html>";
    }

    private function sitemap(Assortment $assortment, string $origin): string
    {
        $urls = implode('', array_map(fn (Item $item) => "<url><loc>{$origin}/p/".strtolower($item->sku).'</loc></url>', $assortment->all()));

        return '<?xml version="1.0" encoding="UTF-8"?><urlset xmlns="http://www.sitemaps.org/schemas/sitemap/0.9">'.$urls.'</urlset>';
    }

    private function isRedesigned(ShopFacts $shop): bool
    {
        $begunAt = (int) $this->store->setting('shops_begun_at', PHP_INT_MAX);
        $isDue = $shop->redesignAfterDays !== null && (new Clock($this->store))->now() - $begunAt >= 86_400 * $shop->redesignAfterDays;

        return $isDue || $this->has($shop, 'redesign');
    }

    private function has(ShopFacts $shop, string $mood): bool
    {
        return $this->store->one('SELECT 1 AS yes FROM web_state WHERE host = ? AND name = ? AND until > ?', [
            $shop->host,
            $mood,
            (new Clock($this->store))->now(),
        ]) !== null;
    }

    private function control(string $authorization, string $body): Answer
    {
        if (! hash_equals('Bearer '.$this->store->config['control_token'], $authorization)) {
            return new Answer(401);
        }
        /** @var array{host: string, name?: string, seconds?: int, sku?: string, price?: int|null, stock?: bool} $wanted */
        $wanted = json_decode($body, true, 4, JSON_THROW_ON_ERROR);
        if (isset($wanted['name'])) {
            $this->store->run('INSERT INTO web_state VALUES (?, ?, ?) ON CONFLICT (host, name) DO UPDATE SET until = excluded.until', [
                $wanted['host'],
                $wanted['name'],
                (new Clock($this->store))->now() + ($wanted['seconds'] ?? 0),
            ]);
        } elseif (isset($wanted['sku'], $wanted['stock'])) {
            $this->store->run('INSERT INTO web_stock VALUES (?, ?, ?) ON CONFLICT (host, sku) DO UPDATE SET in_stock = excluded.in_stock', [
                $wanted['host'],
                $wanted['sku'],
                $wanted['stock'] ? 't' : 'f',
            ]);
        } elseif (isset($wanted['sku'])) {
            $this->store->run('DELETE FROM web_price WHERE host = ? AND sku = ?', [$wanted['host'], $wanted['sku']]);
            if (isset($wanted['price'])) {
                $this->store->run('INSERT INTO web_price VALUES (?, ?, ?)', [$wanted['host'], $wanted['sku'], $wanted['price']]);
            }
        }

        return new Answer(204);
    }
}
