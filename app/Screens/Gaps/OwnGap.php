<?php

declare(strict_types=1);

namespace App\Screens\Gaps;

use Illuminate\Support\Facades\DB;
use OpenApi\Attributes as OA;
use stdClass;
use Wrasse\Core\Money\Currency;

/** A listing of ours that others sell and we have none of, or that nobody else sells. */
#[OA\Schema(schema: 'OwnGap')]
final readonly class OwnGap
{
    private const MOST = 500;

    private const DAYS = 60;

    private function __construct(
        #[OA\Property] public int $listing_id,
        #[OA\Property] public string $sku,
        #[OA\Property] public string $title,
        #[OA\Property] public string $channel,
        #[OA\Property(description: 'ISO 4217')] public string $currency,
        #[OA\Property(description: 'Ours.')] public string $price,
        #[OA\Property(description: 'The lowest of the others.')] public ?string $lowest,
        #[OA\Property(description: 'How many others sell it.')] public int $rivals,
        #[OA\Property(description: 'Pieces that we sold in sixty days.')] public int $units,
        #[OA\Property(description: 'What we took in by them.')] public string $taken,
        #[OA\Property(description: 'What a sale at our price leaves.')] public ?string $profit,
    ) {
    }

    /** @return list<self> out of stock with us, in stock with others; those that sold most first */
    public static function soldOut(int $workspaceId): array
    {
        return self::find($workspaceId, 'coalesce(l.stock, 1) = 0 AND l.field_size > 0');
    }

    /** @return list<self> in stock with us and nowhere else, as far as we see; likewise */
    public static function onlyOurs(int $workspaceId): array
    {
        return self::find(
            $workspaceId,
            <<<'SQL'
            coalesce(l.stock, 1) > 0 AND coalesce(l.field_size, 0) = 0 AND NOT EXISTS (
                SELECT 1 FROM product_matches m
                JOIN site_products s ON s.id = m.site_product_id
                WHERE m.product_id = l.product_id AND m.state <> 'rejected' AND m.verdict <> 'different'
                    AND s.in_stock AND s.gone_at IS NULL
            )
            SQL,
        );
    }

    /** @return list<self> */
    private static function find(int $workspaceId, string $condition): array
    {
        $rows = DB::select(
            <<<SQL
            SELECT l.id, l.sku, l.title, c.name AS channel, c.currency, l.price_minor, l.lowest_minor, l.field_size, l.profit_minor,
                coalesce(sold.units, 0)::int AS units, coalesce(sold.units, 0) * l.price_minor AS taken_minor
            FROM listings l
            JOIN channels c ON c.id = l.channel_id
            LEFT JOIN LATERAL (
                SELECT sum(units) AS units FROM sales_days WHERE listing_id = l.id AND day > current_date - ?::int
            ) AS sold ON true
            WHERE l.workspace_id = ? AND NOT l.is_draft AND {$condition}
            ORDER BY taken_minor DESC, l.id
            LIMIT ?
            SQL,
            [self::DAYS, $workspaceId, self::MOST],
        );

        return array_values(array_map(self::of(...), $rows));
    }

    private static function of(stdClass $row): self
    {
        $currency = Currency::of($row->currency);

        return new self(
            $row->id,
            $row->sku,
            $row->title,
            $row->channel,
            $row->currency,
            $currency->format($row->price_minor),
            $row->lowest_minor === null ? null : $currency->format($row->lowest_minor),
            $row->field_size ?? 0,
            $row->units,
            $currency->format((int) $row->taken_minor),
            $row->profit_minor === null ? null : $currency->format($row->profit_minor),
        );
    }
}
