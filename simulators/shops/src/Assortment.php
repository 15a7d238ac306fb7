<?php

declare(strict_types=1);

namespace Simulators\Shops;

use Simulators\Common\Chance;
use Simulators\Common\Clock;
use Simulators\Common\Store;

/**
 * What a shop sells and for how much. Prices stand for some hours each; a shop that follows goes below our own where
 * ours is lower, but not below what it can bear.
 */
final readonly class Assortment
{
    private const PART_SOLD = 0.6;

    private const LOWEST = 0.82;

    public function __construct(private Store $store, private ShopFacts $shop)
    {
    }

    /** @return list<Item> what only others sell, then the rest, by SKU */
    public function all(): array
    {
        return array_values(array_filter(array_map($this->item(...), [...self::others(), ...$this->store->all('SELECT * FROM product ORDER BY sku')])));
    }

    /** @return list<Item> the one with that SKU, then the other sizes of the same thing */
    public function sizes(string $sku): array
    {
        $row = $this->store->one('SELECT * FROM product WHERE sku = ?', [$sku]) ?? self::others()[$sku] ?? null;
        $item = $row === null ? null : $this->item($row);
        if ($row === null || $item === null) {
            return [];
        }
        if (! Directory::showsSizes($this->shop)) {
            return [$item];
        }
        $others = array_filter(
            array_map($this->item(...), $this->store->all('SELECT * FROM product WHERE brand = ? AND sku <> ? ORDER BY sku', [$row['brand'], $sku])),
            fn (?Item $other) => $other !== null && $other->size !== '' && self::withoutSize($other->title) === self::withoutSize($item->title),
        );

        return [$item, ...array_values($others)];
    }

    public static function withoutSize(string $title): string
    {
        return trim((string) preg_replace(['/\b\d+(?:\.\d+)? (?:ml|l|g|kg)\b/', '/ +/', '/ ,/'], ['', ' ', ','], $title));
    }

    /** @param  array<string, mixed>  $row */
    private function item(array $row): ?Item
    {
        $chance = new Chance($this->store->config['seed'], $this->shop->host, (string) $row['sku']);
        if (! $chance->happens(self::PART_SOLD)) {
            return null;
        }
        $hours = $chance->int(6, 48);
        $now = (new Clock($this->store))->now();
        $slot = intdiv($now + $chance->int(0, 100_000), 3_600 * $hours);
        $then = new Chance($this->store->config['seed'], $this->shop->host, (string) $row['sku'], (string) $slot);
        $base = (int) round(self::base($row) * $this->shop->level);
        $price = (int) round($base * $then->between(0.96, 1.05));
        $isPromotion = $then->happens(0.12);
        $sold = $isPromotion ? (int) round($price * 0.88) : $price;
        if ($this->shop->follows && $row['price'] < $sold) {
            $sold = max((int) round($base * self::LOWEST), $row['price'] - 10);
        }
        $set = $this->store->one('SELECT price FROM web_price WHERE host = ? AND sku = ?', [$this->shop->host, $row['sku']]);
        $stock = $this->store->one('SELECT in_stock FROM web_stock WHERE host = ? AND sku = ?', [$this->shop->host, $row['sku']]);
        preg_match('/\b\d+(?:\.\d+)? (?:ml|l|g|kg)\b/', (string) $row['title'], $size);

        return new Item(
            (string) $row['sku'],
            (string) $row['gtin'],
            Titles::of($this->shop, (string) $row['title'], (string) $row['brand']),
            (string) $row['brand'],
            $size[0] ?? '',
            $set['price'] ?? $sold,
            $isPromotion && $set === null && $sold < $price ? $price : null,
            $stock['in_stock'] ?? ! $then->happens(0.05),
        );
    }

    /**
     * What the catalogue says: our own price has moved since.
     *
     * @param  array<string, mixed>  $row
     */
    private static function base(array $row): int
    {
        static $prices = null;
        $prices ??= self::catalogue();

        return $prices[$row['sku']] ?? (int) $row['price'];
    }

    /** @return array<string, int> in cents, by SKU */
    private static function catalogue(): array
    {
        return array_column([...self::read(__DIR__.'/../../marketplace/scenario/catalogue.csv'), ...self::others()], 'price', 'sku');
    }

    /** @return array<string, array<string, mixed>> what only others sell, by SKU */
    private static function others(): array
    {
        static $rows = null;

        return $rows ??= array_column(self::read(__DIR__.'/../scenario/others.csv'), null, 'sku');
    }

    /** @return list<array<string, mixed>> with the price in cents */
    private static function read(string $path): array
    {
        $rows = [];
        $file = fopen($path, 'rb') ?: throw new \RuntimeException("There is no {$path}.");
        $header = (array) fgetcsv($file, escape: '');
        while (is_array($line = fgetcsv($file, escape: ''))) {
            $row = array_combine($header, $line);
            $rows[] = [...$row, 'price' => (int) str_replace('.', '', (string) $row['base_price'])];
        }

        return $rows;
    }
}
