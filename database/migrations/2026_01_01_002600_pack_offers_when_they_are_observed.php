<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Support\Facades\DB;

/**
 * Offers as decisions read them are written by who observes them, checked and as numbers; where offers change in
 * another way, there are none.
 */
return new class extends Migration
{
    public function up(): void
    {
        DB::statement('ALTER TABLE listing_markets DROP COLUMN packed');
        DB::statement('DROP FUNCTION packed_offers(json)');
        DB::statement('ALTER TABLE listing_markets ADD COLUMN packed text');
        DB::statement('ALTER TABLE listing_markets ALTER COLUMN packed SET COMPRESSION lz4');
        DB::statement(<<<'SQL'
            CREATE FUNCTION forget_packed() RETURNS trigger LANGUAGE plpgsql AS $$
            BEGIN
                NEW.packed := NULL;
                RETURN NEW;
            END $$
            SQL);
        DB::statement(<<<'SQL'
            CREATE TRIGGER forget_packed BEFORE UPDATE OF offers ON listing_markets FOR EACH ROW
            WHEN (NEW.offers::text IS DISTINCT FROM OLD.offers::text AND NEW.packed IS NOT DISTINCT FROM OLD.packed) EXECUTE FUNCTION forget_packed()
            SQL);
    }

    public function down(): void
    {
        DB::statement('DROP TRIGGER forget_packed ON listing_markets');
        DB::statement('DROP FUNCTION forget_packed()');
        DB::statement('ALTER TABLE listing_markets DROP COLUMN packed');
        (require __DIR__.'/2026_01_01_002000_pack_offers.php')->up();
        (require __DIR__.'/2026_01_01_002300_pack_offers_by_their_terms.php')->up();
    }
};
