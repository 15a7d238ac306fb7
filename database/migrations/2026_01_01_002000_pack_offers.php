<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Support\Facades\DB;

/**
 * Offers once more as decisions read them, made by the database whenever they change: lists instead of objects, what is
 * usual left out at the end. Half as long, and read in a third of the time; the order is that of PackedOffers in the
 * core.
 */
return new class extends Migration
{
    public function up(): void
    {
        DB::statement(<<<'SQL'
            CREATE FUNCTION packed_offers(offers json) RETURNS text LANGUAGE sql IMMUTABLE PARALLEL SAFE AS $$
                SELECT coalesce(json_agg(CASE
                    WHEN coalesce(shipping, buy_box, fulfilment, ship_from, in_stock, marketplace_retail, condition, source) IS NULL
                    THEN json_build_array(seller, price, rating_percent, rating_count, handling_days)
                    ELSE json_build_array(seller, price, rating_percent, rating_count, handling_days, shipping, buy_box, fulfilment, ship_from, in_stock, marketplace_retail, condition, source)
                    END)::text, '[]')
                FROM json_to_recordset(offers) AS o(
                    seller json, price json, rating_percent json, rating_count json, handling_days json, shipping json, buy_box json, fulfilment json,
                    ship_from json, in_stock json, marketplace_retail json, condition json, source json)
            $$
            SQL);
        DB::statement('ALTER TABLE listing_markets ADD COLUMN packed text GENERATED ALWAYS AS (packed_offers(offers)) STORED');
        DB::statement('ALTER TABLE listing_markets ALTER COLUMN packed SET COMPRESSION lz4');
    }

    public function down(): void
    {
        DB::statement('ALTER TABLE listing_markets DROP COLUMN packed');
        DB::statement('DROP FUNCTION packed_offers(json)');
    }
};
