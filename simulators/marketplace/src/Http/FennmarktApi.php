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

/**
 * Fennmarkt's calls for sellers: amounts in cents with their currency, pages by token, prices taken at once, and word
 * of changed offers kept until it is fetched.
 */
final readonly class FennmarktApi
{
    private const PAGE = 150;

    private const CATALOGUE_IDS = 50;

    private const SKUS = 50;

    private const PRICES = 250;

    private const MESSAGES = 100;

    private const GRADES = ['new' => 'NEW', 'used' => 'USED', 'refurbished' => 'REFURBISHED'];

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
    public function answer(string $method, string $path, array $query, array $body): Response
    {
        $token = (string) ($query['page_token'] ?? '');
        $position = $token === '' ? '' : base64_decode(strtr($token, '-_', '+/'), true);
        if ($position === false) {
            return Response::problem(400, 'page_token was not made here');
        }

        return match (true) {
            $method === 'GET' && $path === '/seller/v2/inventory' => $this->inventory($position),
            $method === 'POST' && $path === '/seller/v2/inventory/lookup' => $this->lookup(
                self::texts($body, 'sellerSkus'),
            ),
            $method === 'PUT' && $path === '/seller/v2/inventory/available' => $this->setAvailable($body),
            $method === 'POST' && $path === '/seller/v2/catalog/search' => $this->search((string) ($body['text'] ?? '')),
            $method === 'POST' && $path === '/seller/v2/competition' => $this->competition(
                self::texts($body, 'catalogIds'),
            ),
            $method === 'GET' && $path === '/seller/v2/sales' => $this->sales((int) $position),
            $method === 'GET' && $path === '/seller/v2/reports/daily' => $this->report($position),
            $method === 'GET' && $path === '/seller/v2/changes' => $this->changes(),
            $method === 'POST' && $path === '/seller/v2/changes/ack' => $this->acknowledge(
                self::texts($body, 'messageIds'),
            ),
            $method === 'POST' && $path === '/seller/v2/price-updates' => $this->update($body),
            preg_match('#^/seller/v2/price-updates/([\w-]{1,80})$#', $path, $part) === 1 => match ($method) {
                'GET' => $this->outcome($part[1]),
                'DELETE' => $this->void($part[1]),
                default => Response::problem(405, 'GET or DELETE'),
            },
            default => Response::problem(404, 'no such call'),
        };
    }

    private function inventory(string $after): Response
    {
        $rows = $this->store->all(
            <<<'SQL'
            SELECT o.*, i.gtin, i.title, i.brand, i.category FROM offer o JOIN item i ON i.id = o.item_id
            WHERE o.seller_id = ? AND o.sku > ? ORDER BY o.sku LIMIT ?
            SQL,
            [$this->seller, $after, self::PAGE],
        );
        $size = $this->store->one('SELECT count(*) AS n FROM offer WHERE seller_id = ?', [$this->seller])['n'] ?? 0;

        return new Response(200, [
            'page' => array_map($this->entry(...), $rows),
            'nextPageToken' => count($rows) === self::PAGE ? self::token(end($rows)['sku']) : null,
            'size' => $size,
        ]);
    }

    /** @param  list<string>  $skus */
    private function lookup(array $skus): Response
    {
        if ($skus === [] || count($skus) > self::SKUS) {
            return Response::problem(400, 'sellerSkus has 1 to '.self::SKUS.' entries');
        }
        $rows = $this->store->all(
            'SELECT o.*, i.gtin, i.title, i.brand, i.category FROM offer o JOIN item i ON i.id = o.item_id WHERE o.seller_id = ? AND o.sku IN ('.
                self::places($skus).
                ') ORDER BY o.sku',
            [$this->seller, ...$skus],
        );

        return new Response(200, ['page' => array_map($this->entry(...), $rows)]);
    }

    /**
     * @param  array<string, mixed>  $row
     * @return array<string, mixed>
     */
    private function entry(array $row): array
    {
        return [
            'sellerSku' => $row['sku'],
            'catalogId' => $row['item_id'],
            'ean' => $row['gtin'],
            'name' => $row['title'],
            'maker' => $row['brand'],
            'group' => $row['category'],
            'unitPrice' => self::amount($this->shownPrice($row)),
            'delivery' => self::amount($row['shipping']),
            'grade' => self::GRADES[$row['condition']],
            'dispatchedBy' => $row['fulfilment'] === 'marketplace' ? 'FENNMARKT' : 'SELLER',
            'available' => $row['stock'],
        ];
    }

    /** @param  array<string, mixed>  $body */
    private function setAvailable(array $body): Response
    {
        $levels = array_filter(
            is_array($body['levels'] ?? null) ? $body['levels'] : [],
            fn (mixed $level): bool => is_array($level) && is_int($level['available'] ?? null) && $level['available'] >= 0,
        );
        if ($levels === [] || count($levels) > self::SKUS) {
            return Response::problem(400, 'levels has 1 to '.self::SKUS.' entries');
        }
        $taken = 0;
        foreach ($levels as $level) {
            $offer = $this->store->one('SELECT item_id FROM offer WHERE seller_id = ? AND sku = ?', [$this->seller, (string) ($level['sellerSku'] ?? '')]);
            if ($offer !== null) {
                (new Offers($this->store, $this->clock))->change($offer['item_id'], $this->seller, stock: $level['available']);
                $taken++;
            }
        }

        return new Response(200, ['taken' => $taken]);
    }

    private function search(string $text): Response
    {
        $found = (new Catalogue($this->store))->search($text);

        return $found === null ? Response::problem(400, 'text has no words') : new Response(200, [
            'entries' => array_map(
                fn (array $row) => [
                    'catalogId' => $row['item'],
                    'ean' => $row['gtin'],
                    'name' => $row['title'],
                    'maker' => $row['brand'],
                    'group' => $row['category'],
                    'from' => $row['price'] === null ? null : self::amount($row['price']),
                    'vendors' => $row['sellers'],
                ],
                $found,
            ),
        ]);
    }

    /** @param  list<string>  $items */
    private function competition(array $items): Response
    {
        if ($items === [] || count($items) > self::CATALOGUE_IDS) {
            return Response::problem(400, 'catalogIds has 1 to '.self::CATALOGUE_IDS.' entries');
        }
        $bids = array_fill_keys($items, []);
        $rows = $this->store->all(
            'SELECT o.*, s.name, s.rating_percent, s.rating_count, s.handling_days, s.ship_from, s.retail FROM offer o JOIN seller s ON s.id = o.seller_id
                WHERE o.active AND o.item_id IN ('.
                self::places($items).
                ') ORDER BY o.item_id, o.seller_id',
            $items,
        );
        foreach ($rows as $row) {
            $bids[$row['item_id']][] = [
                'vendor' => $row['seller_id'],
                'vendorName' => $row['name'],
                'unitPrice' => self::amount($this->shownPrice($row)),
                'delivery' => self::amount($row['shipping']),
                'grade' => self::GRADES[$row['condition']],
                'dispatchedBy' => $row['fulfilment'] === 'marketplace' ? 'FENNMARKT' : 'SELLER',
                'available' => $row['stock'] > 0,
                'featured' => $row['buy_box'],
                'score' => $row['rating_percent'] === null
                        ? null
                        : ['positive' => (float) $row['rating_percent'], 'votes' => $row['rating_count']],
                'dispatchDays' => $row['handling_days'],
                'country' => $row['ship_from'],
                'house' => $row['retail'],
            ];
        }

        return new Response(200, [
            'results' => array_map(fn (string $item) => ['catalogId' => $item, 'bids' => $bids[$item]], $items),
        ]);
    }

    private function sales(int $after): Response
    {
        $rows = $this->store->all(
            <<<'SQL'
            SELECT s.id, o.sku, s.units, s.price, s.at FROM sale s JOIN offer o USING (item_id, seller_id)
            WHERE s.seller_id = ? AND s.id > ? ORDER BY s.id LIMIT ?
            SQL,
            [$this->seller, $after, self::PAGE],
        );
        $last = $rows === [] ? $after : end($rows)['id'];

        return new Response(200, [
            'page' => array_map(
                fn (array $row) => [
                    'saleId' => (string) $row['id'],
                    'sellerSku' => $row['sku'],
                    'quantity' => $row['units'],
                    'unitPrice' => self::amount($row['price']),
                    'soldAt' => $row['at'],
                ],
                $rows,
            ),
            'nextPageToken' => self::token((string) $last),
        ]);
    }

    private function report(string $after): Response
    {
        $page = (new History($this->store))->page($this->seller, $after);

        return new Response(200, [
            'page' => array_map(
                fn (array $day) => [
                    'day' => $day['date'],
                    'sellerSku' => $day['sku'],
                    'unitPrice' => self::amount($day['price']),
                    'wasAvailable' => $day['in_stock'],
                    'quantity' => $day['units'],
                    'bids' => array_map(
                        fn (array $offer) => [
                            'vendor' => $offer['seller'],
                            'unitPrice' => self::amount($offer['price']),
                            'delivery' => self::amount($offer['shipping']),
                            'grade' => self::GRADES[$offer['condition']],
                            'dispatchedBy' => $offer['fulfilment'] === 'marketplace' ? 'FENNMARKT' : 'SELLER',
                            'featured' => $offer['buy_box'] ?? false,
                        ],
                        $day['offers'],
                    ),
                    'featured' => $day['buy_box'],
                ],
                $page['days'],
            ),
            'nextPageToken' => $page['next'] === null ? null : self::token($page['next']),
        ]);
    }

    /** What is fetched comes again until it is acknowledged; what changes after that is told anew. */
    private function changes(): Response
    {
        $rows = $this->store->transaction(function (): array {
            $rows = $this->store->all(
                <<<'SQL'
                    SELECT number, id, item_id, at
                    FROM change_message
                    WHERE seller_id = ?
                    ORDER BY number
                    LIMIT ? FOR UPDATE
                    SQL,
                [$this->seller, self::MESSAGES],
            );
            if ($rows !== []) {
                $this->store->run(
                    'UPDATE change_message SET fetched = true WHERE number IN ('.self::places($rows).')',
                    array_column($rows, 'number'),
                );
            }

            return $rows;
        });

        return new Response(200, [
            'messages' => array_map(
                fn (array $row) => ['messageId' => $row['id'], 'catalogId' => $row['item_id'], 'at' => $row['at']],
                $rows,
            ),
        ]);
    }

    /** @param  list<string>  $ids */
    private function acknowledge(array $ids): Response
    {
        if ($ids === []) {
            return Response::problem(400, 'messageIds is needed');
        }
        $this->store->run('DELETE FROM change_message WHERE seller_id = ? AND id IN ('.self::places($ids).')', [
            $this->seller,
            ...$ids,
        ]);

        return new Response(200, ['acknowledged' => count($ids)]);
    }

    /** @param  array<string, mixed>  $body */
    private function update(array $body): Response
    {
        $id = $body['requestId'] ?? null;
        if (! is_string($id) || preg_match('/^[\w-]{1,80}$/D', $id) !== 1) {
            return Response::problem(400, 'requestId is needed');
        }
        $items = [];
        foreach (is_array($body['prices'] ?? null) ? $body['prices'] : [] as $line) {
            $price = $line['unitPrice'] ?? null;
            if (
                ! is_array($price) ||
                ! is_int($price['amount'] ?? null) ||
                $price['amount'] < 1 ||
                ($price['currency'] ?? null) !== 'EUR' ||
                ! is_string($line['sellerSku'] ?? null)
            ) {
                return Response::problem(400, 'each price has a sellerSku and a unitPrice in cents of EUR');
            }
            $items[] = ['sku' => $line['sellerSku'], 'price' => $price['amount']];
        }
        if ($items === [] || count($items) > self::PRICES) {
            return Response::problem(400, 'prices has 1 to '.self::PRICES.' entries');
        }
        $feed = (new Feeds($this->store, $this->clock))->applyNow($this->seller, $id, $items);

        return $feed === null
            ? Response::problem(409, 'this requestId was used already, or is void')
            : self::told($id, $feed);
    }

    private function outcome(string $id): Response
    {
        $feed = $this->store->one(
            "SELECT id FROM feed WHERE seller_id = ? AND idempotency_key = ? AND status = 'done'",
            [$this->seller, $id],
        );
        $found = $feed === null ? null : (new Feeds($this->store, $this->clock))->find($this->seller, $feed['id']);

        return $found === null ? Response::problem(404, 'no such update') : self::told($id, $found);
    }

    private function void(string $id): Response
    {
        $status = (new Feeds($this->store, $this->clock))->cancel($this->seller, $id)['status'];

        return new Response(200, ['requestId' => $id, 'state' => $status === 'cancelled' ? 'VOID' : 'APPLIED']);
    }

    /** @param  array<string, mixed>  $feed */
    private static function told(string $id, array $feed): Response
    {
        return new Response(200, [
            'requestId' => $id,
            'outcome' => array_map(
                fn (array $item) => [
                    'sellerSku' => $item['sku'],
                    'accepted' => $item['status'] === 'accepted',
                    'reason' => $item['message'],
                ],
                $feed['items'],
            ),
        ]);
    }

    /** @param  array<string, mixed>  $offer */
    private function shownPrice(array $offer): int
    {
        return $offer['seller_id'] === $this->seller && ($offer['old_price_until'] ?? 0) > time()
            ? $offer['old_price']
            : $offer['price'];
    }

    /** @return array{amount: int, currency: string} */
    private static function amount(int $cents): array
    {
        return ['amount' => $cents, 'currency' => 'EUR'];
    }

    private static function token(string $position): string
    {
        return rtrim(strtr(base64_encode($position), '+/', '-_'), '=');
    }

    /**
     * @param  array<string, mixed>  $body
     * @return list<string>
     */
    private static function texts(array $body, string $name): array
    {
        return is_array($body[$name] ?? null) ? array_values(array_filter($body[$name], is_string(...))) : [];
    }

    /** @param  array<mixed>  $values */
    private static function places(array $values): string
    {
        return implode(',', array_fill(0, count($values), '?'));
    }
}
