<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Support\Facades\DB;

/**
 * Offers as decisions read them: those with the same terms together, field by field, in the order of PackedOffers in
 * the core.
 */
return new class extends Migration
{
    public function up(): void
    {
        DB::statement('ALTER TABLE listing_markets DROP COLUMN packed');
        DB::statement('DROP FUNCTION packed_offers(json)');
        DB::statement(<<<'SQL'
            CREATE FUNCTION packed_offers(offers json) RETURNS text LANGUAGE sql IMMUTABLE PARALLEL SAFE AS $$
                SELECT coalesce(json_agg(packed ORDER BY place)::text, '[]') FROM (
                    SELECT min(n) AS place, json_build_array(
                        CASE WHEN coalesce(source, condition, fulfilment, in_stock, marketplace_retail) IS NOT NULL
                            THEN json_build_array(source::json, condition::json, fulfilment::json, in_stock::json, marketplace_retail::json) END,
                        json_agg(seller ORDER BY n), json_agg(price ORDER BY n),
                        CASE WHEN count(shipping) > 0 THEN json_agg(shipping ORDER BY n) END,
                        CASE WHEN count(buy_box) > 0 THEN json_agg(buy_box ORDER BY n) END,
                        CASE WHEN count(rating_percent) > 0 THEN json_agg(rating_percent ORDER BY n) END,
                        CASE WHEN count(rating_count) > 0 THEN json_agg(rating_count ORDER BY n) END,
                        CASE WHEN count(handling_days) > 0 THEN json_agg(handling_days ORDER BY n) END,
                        CASE WHEN count(ship_from) > 0 THEN json_agg(ship_from ORDER BY n) END) AS packed
                    FROM (
                        SELECT n, o -> 'seller' AS seller, o -> 'price' AS price, o -> 'shipping' AS shipping, o -> 'buy_box' AS buy_box, o -> 'rating_percent' AS rating_percent,
                            o -> 'rating_count' AS rating_count, o -> 'handling_days' AS handling_days, o -> 'ship_from' AS ship_from,
                            (o -> 'source')::text AS source, (o -> 'condition')::text AS condition, (o -> 'fulfilment')::text AS fulfilment, (o -> 'in_stock')::text AS in_stock, (o -> 'marketplace_retail')::text AS marketplace_retail
                        FROM json_array_elements(offers) WITH ORDINALITY AS e(o, n)) AS offer
                    GROUP BY source, condition, fulfilment, in_stock, marketplace_retail) AS groups
            $$
            SQL);
        DB::statement('ALTER TABLE listing_markets ADD COLUMN packed text GENERATED ALWAYS AS (packed_offers(offers)) STORED');
        DB::statement('ALTER TABLE listing_markets ALTER COLUMN packed SET COMPRESSION lz4');
    }

    public function down(): void
    {
        DB::statement('ALTER TABLE listing_markets DROP COLUMN packed');
        DB::statement('DROP FUNCTION packed_offers(json)');
        (require __DIR__.'/2026_01_01_002000_pack_offers.php')->up();
    }
};
