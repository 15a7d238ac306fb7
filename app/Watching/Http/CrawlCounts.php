<?php

declare(strict_types=1);

namespace App\Watching\Http;

use Illuminate\Support\Facades\DB;

/** How far crawls are, and what they have found. */
final readonly class CrawlCounts
{
    private function __construct(
        public int $read,
        public int $waiting,
        public int $failed,
        public int $productPages,
        public int $otherPages,
        public int $products,
        public int $newProducts,
        public int $proposed,
        public int $accepted,
    ) {
    }

    /** @return array<int, self> by crawl */
    public static function all(int $workspaceId): array
    {
        $rows = DB::select(
            <<<'SQL'
            SELECT c.id, pages.*, sold.*, matched.*
            FROM crawls c
            CROSS JOIN LATERAL (
                SELECT count(*) FILTER (WHERE state = 'read' AND read_at >= c.begun_at) AS read,
                    count(*) FILTER (WHERE state IN ('waiting', 'asked')) AS waiting,
                    count(*) FILTER (WHERE state = 'failed') AS failed,
                    count(*) FILTER (WHERE kind = 'product') AS product_pages,
                    count(*) FILTER (WHERE kind IN ('list', 'other')) AS other_pages
                FROM crawl_pages
                WHERE site_id = c.site_id AND kind <> 'sitemap'
            ) AS pages
            CROSS JOIN LATERAL (
                SELECT count(*) AS products, count(*) FILTER (WHERE first_seen_at >= c.begun_at) AS new_products
                FROM site_products
                WHERE site_id = c.site_id AND gone_at IS NULL
            ) AS sold
            CROSS JOIN LATERAL (
                SELECT count(*) FILTER (WHERE m.state = 'proposed' AND m.verdict <> 'different' AND m.score >= c.show_from AND s.gone_at IS NULL AND NOT known.accepted) AS proposed,
                    count(*) FILTER (WHERE m.state = 'accepted') AS accepted
                FROM product_matches m
                JOIN site_products s ON s.id = m.site_product_id
                CROSS JOIN LATERAL (
                    SELECT EXISTS (SELECT 1 FROM product_matches o WHERE o.site_product_id = m.site_product_id AND o.state = 'accepted') AS accepted
                ) AS known
                WHERE m.site_id = c.site_id
            ) AS matched
            WHERE c.workspace_id = ?
            SQL,
            [$workspaceId],
        );
        $counts = [];
        foreach ($rows as $row) {
            $counts[$row->id] = new self(
                $row->read,
                $row->waiting,
                $row->failed,
                $row->product_pages,
                $row->other_pages,
                $row->products,
                $row->new_products,
                $row->proposed,
                $row->accepted,
            );
        }

        return $counts;
    }
}
