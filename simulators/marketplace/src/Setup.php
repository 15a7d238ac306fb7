<?php

declare(strict_types=1);

namespace Simulators\Marketplace;

use Simulators\Common\Chance;
use Simulators\Common\Clock;
use Simulators\Common\Store;

/** Fills an empty database from the scenario files; the seed decides who offers what at which price. */
final readonly class Setup
{
    private const SCENARIO = __DIR__.'/../scenario';

    public function __construct(private Store $store)
    {
    }

    /** @param  int|null  $opens seconds since 1970 at which the marketplace's clock starts; null = now */
    public function run(?int $opens = null): void
    {
        $this->store->pdo->exec((string) file_get_contents(__DIR__.'/../schema.sql'));
        $clock = new Clock($this->store);
        $clock->run((float) $this->store->config['speed'], $opens ?? time());
        $this->store->transaction(function () use ($clock): void {
            $this->store->set('opened_at', $clock->now());
            $this->sellers();
            $rivals = $this->store->all('SELECT * FROM seller WHERE id <> ? ORDER BY id', [
                $this->store->config['seller'],
            ]);
            $box = new BuyBox($this->store);
            foreach ($this->read('catalogue.csv') as $row) {
                if ($this->store->config['name'] === 'Quayside' || $row['on_fennmarkt'] === 'yes') {
                    $this->item($row, $rivals, $clock->now());
                    $box->assign($this->itemId($row['sku']));
                }
            }
        });
    }

    private function sellers(): void
    {
        $own = $this->store->config['seller'];
        $this->seller([
            'id' => $own,
            'name' => 'Kettle & Crock',
            'fulfilment' => 'merchant',
            'rating_percent' => '97.4',
            'rating_count' => '1360',
            'handling_days' => '1',
            'ship_from' => 'DE',
            'retail' => 'no',
            'behaviour' => 'none',
        ]);
        foreach ($this->read('rivals.csv') as $row) {
            $this->seller($row);
        }
    }

    /** @param  array<string, string>  $row */
    private function seller(array $row): void
    {
        $this->store->run('INSERT INTO seller VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?)', [
            $row['id'],
            str_replace('{market}', $this->store->config['name'], $row['name']),
            $row['fulfilment'],
            $row['rating_count'] === '0' ? null : $row['rating_percent'],
            $row['rating_count'],
            $row['handling_days'],
            $row['ship_from'] ?: null,
            $row['retail'] === 'yes' ? 't' : 'f',
            $row['behaviour'],
        ]);
    }

    /**
     * @param  array<string, string>  $row
     * @param  list<array<string, mixed>>  $rivals
     */
    private function item(array $row, array $rivals, int $now): void
    {
        $base = (int) round((float) $row['base_price'] * 100);
        $id = $this->itemId($row['sku']);
        $this->store->run('INSERT INTO item VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?)', [
            $id,
            $row['sku'],
            $row['gtin'],
            $row['title'],
            $row['brand'],
            $row['category'],
            $base,
            $row['season'],
            $row['units_per_day'],
        ]);
        $chance = new Chance($this->store->config['seed'], $this->store->config['name'], $row['sku']);
        $this->offer(
            $id,
            $this->store->config['seller'],
            $row['sku'],
            $base,
            'new',
            'merchant',
            $chance->happens(0.04) ? 0 : $chance->int(3, 60),
            null,
            $now,
        );

        $wanted = $chance->happens(0.08) ? 0 : $chance->int(1, 10);
        foreach ($rivals as $rival) {
            if (! $chance->happens(($wanted / count($rivals)) * 1.25)) {
                continue;
            }
            $used = $rival['behaviour'] === 'used';
            $usual = (int) round($base * ($used ? $chance->between(0.6, 0.8) : $chance->between(0.9, 1.22)));
            $this->offer(
                $id,
                $rival['id'],
                $row['sku'].'-'.$rival['id'],
                $usual,
                $used ? 'used' : 'new',
                $rival['fulfilment'],
                $chance->happens(0.06) ? 0 : $chance->int(2, 200),
                $now + $chance->int(5, 86_400),
                $now,
            );
        }
    }

    private function offer(
        string $item,
        string $seller,
        string $sku,
        int $price,
        string $condition,
        string $fulfilment,
        int $stock,
        ?int $nextMove,
        int $now,
    ): void {
        $chance = new Chance($this->store->config['seed'], 'offer', $item, $seller);
        $shipping =
            $fulfilment === 'marketplace' || $price > 4_000 || $nextMove === null || $chance->happens(0.6)
                ? 0
                : [290, 390, 490][$chance->int(0, 2)];
        $this->store->run(
            <<<'SQL'
                INSERT INTO offer (item_id, seller_id, sku, price, shipping, condition, fulfilment, stock, lowest,
                    usual, next_move_at, updated_at)
                VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?)
                SQL,
            [
                $item,
                $seller,
                $sku,
                max(50, $price - $shipping),
                $shipping,
                $condition,
                $fulfilment,
                $stock,
                max(30, (int) ($price * $chance->between(0.74, 0.88)) - $shipping),
                max(50, $price - $shipping),
                $nextMove,
                $now,
            ],
        );
    }

    private function itemId(string $sku): string
    {
        return strtoupper(substr($this->store->config['name'], 0, 2)).'-'.substr($sku, 3);
    }

    /** @return list<array<string, string>> */
    private function read(string $file): array
    {
        $handle = fopen(self::SCENARIO.'/'.$file, 'r') ?: throw new \RuntimeException("cannot read {$file}");
        $head = fgetcsv($handle, null, ',', '"', '') ?: [];
        $rows = [];
        while (($row = fgetcsv($handle, null, ',', '"', '')) !== false) {
            $rows[] = array_combine($head, $row);
        }

        return $rows;
    }
}
