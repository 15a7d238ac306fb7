<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Support\Facades\DB;

/**
 * Offers once more as decisions read them, made by the database whenever they change: lists instead of objects, what is usual left out at the
 * end. Half as long, and read in a third of the time; the order is that of PackedOffers in the core.
 */
return new class extends Migration
{
    public function up(): void
    {
        DB::statement(<<<'SQL'
            CREATE FUNCTION packed_offers(offers json) RETURNS text LANGUAGE sql IMMUTABLE PARALLEL SAFE AS $$
                SELECT coalesce(json_agg(CASE
                    WHEN coalesce(o ->> 'shipping', o ->> 'buy_box', o ->> 'fulfilment', o ->> 'ship_from', o ->> 'in_stock', o ->> 'marketplace_retail', o ->> 'condition', o ->> 'source') IS NULL
                    THEN json_build_array(o -> 'seller', o -> 'price', o -> 'rating_percent', o -> 'rating_count', o -> 'handling_days')
                    ELSE json_build_array(
                        o -> 'seller', o -> 'price', o -> 'rating_percent', o -> 'rating_count', o -> 'handling_days', o -> 'shipping', o -> 'buy_box', o -> 'fulfilment',
                        o -> 'ship_from', o -> 'in_stock', o -> 'marketplace_retail', o -> 'condition', o -> 'source')
                    END)::text, '[]')
                FROM json_array_elements(offers) o
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
