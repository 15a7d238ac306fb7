<?php

declare(strict_types=1);

namespace App\Watching\Matching;

use App\Support\Database\IdArray;
use Illuminate\Support\Facades\DB;
use stdClass;
use Wrasse\Core\Matching\ComparedProduct;
use Wrasse\Core\Matching\Matcher;
use Wrasse\Core\Matching\ReadProduct;
use Wrasse\Core\Money\Currency;

/** Products of either side as the matcher reads them. */
final readonly class ComparedProducts
{
    /**
     * @param  list<int>  $ids
     * @return array<int, ReadProduct>
     */
    public function ours(Matcher $matcher, int $workspaceId, array $ids): array
    {
        $rows = DB::select(
            <<<'SQL'
            SELECT p.id, p.title, p.brand, p.gtin, p.mpn, p.category, l.price_minor, c.currency
            FROM products p
            LEFT JOIN LATERAL (
                SELECT price_minor, channel_id FROM listings WHERE product_id = p.id AND NOT is_draft ORDER BY id LIMIT 1
            ) AS l ON true
            LEFT JOIN channels c ON c.id = l.channel_id
            WHERE p.workspace_id = ? AND p.id = ANY(?)
            SQL,
            [$workspaceId, IdArray::of($ids)],
        );

        return self::read($matcher, $rows);
    }

    /**
     * @param  list<int>  $ids
     * @return array<int, ReadProduct> those that are still sold
     */
    public function theirs(Matcher $matcher, int $workspaceId, array $ids): array
    {
        $rows = DB::select(
            <<<'SQL'
            SELECT id, title, brand, gtin, mpn, NULL AS category, price_minor, currency
            FROM site_products
            WHERE workspace_id = ? AND id = ANY(?) AND gone_at IS NULL
            SQL,
            [$workspaceId, IdArray::of($ids)],
        );

        return self::read($matcher, $rows);
    }

    /**
     * @param  array<stdClass>  $rows
     * @return array<int, ReadProduct>
     */
    private static function read(Matcher $matcher, array $rows): array
    {
        $read = [];
        foreach ($rows as $row) {
            $price = $row->price_minor === null || $row->currency === null ? null : Currency::of($row->currency)->format($row->price_minor);
            $read[$row->id] = $matcher->read(
                new ComparedProduct($row->title, $row->brand, $row->gtin, $row->mpn, $price, $row->currency, $row->category),
            );
        }

        return $read;
    }
}
