<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Schema;

/**
 * Listings change all day; the words they are found by hardly ever do. In a table of their own their index is not
 * written with every price. The database keeps the words itself, so no part of the application can forget to.
 */
return new class extends Migration
{
    public function up(): void
    {
        Schema::create('listing_texts', function (Blueprint $table): void {
            $table->foreignId('listing_id')->primary()->constrained()->cascadeOnDelete();
            $table->foreignId('workspace_id')->constrained()->cascadeOnDelete();
            $table->text('search');
        });
        DB::statement('CREATE INDEX listing_texts_search ON listing_texts USING gin (search gin_trgm_ops)');
        DB::unprepared(<<<'SQL'
            CREATE FUNCTION keep_listing_text() RETURNS trigger LANGUAGE plpgsql AS $$
            BEGIN
                INSERT INTO listing_texts (listing_id, workspace_id, search)
                SELECT NEW.id, NEW.workspace_id, lower(concat_ws(' ', NEW.sku, p.gtin, NEW.title, p.brand)) FROM products p WHERE p.id = NEW.product_id
                ON CONFLICT (listing_id) DO UPDATE SET search = excluded.search;
                RETURN NULL;
            END $$;
            CREATE TRIGGER keep_new_listing_text AFTER INSERT ON listings FOR EACH ROW EXECUTE FUNCTION keep_listing_text();
            CREATE TRIGGER keep_listing_text AFTER UPDATE OF sku, title, product_id ON listings FOR EACH ROW
                WHEN ((OLD.sku, OLD.title, OLD.product_id) IS DISTINCT FROM (NEW.sku, NEW.title, NEW.product_id)) EXECUTE FUNCTION keep_listing_text();
            CREATE FUNCTION keep_product_texts() RETURNS trigger LANGUAGE plpgsql AS $$
            BEGIN
                UPDATE listing_texts t SET search = lower(concat_ws(' ', l.sku, NEW.gtin, l.title, NEW.brand)) FROM listings l WHERE l.product_id = NEW.id AND t.listing_id = l.id;
                RETURN NULL;
            END $$;
            CREATE TRIGGER keep_product_texts AFTER UPDATE OF gtin, brand ON products FOR EACH ROW
                WHEN (OLD.gtin IS DISTINCT FROM NEW.gtin OR OLD.brand IS DISTINCT FROM NEW.brand) EXECUTE FUNCTION keep_product_texts();
            INSERT INTO listing_texts (listing_id, workspace_id, search)
                SELECT l.id, l.workspace_id, lower(concat_ws(' ', l.sku, p.gtin, l.title, p.brand)) FROM listings l JOIN products p ON p.id = l.product_id;
            SQL);
        Schema::table('listings', fn (Blueprint $table) => $table->dropColumn('search'));
        // Room on each page for new versions of its rows: what is not indexed changes without touching the indexes.
        DB::statement('ALTER TABLE listings SET (fillfactor = 60)');
        DB::statement('ALTER TABLE listing_markets SET (fillfactor = 80)');
    }

    public function down(): void
    {
        DB::statement('ALTER TABLE listings RESET (fillfactor)');
        DB::statement('ALTER TABLE listing_markets RESET (fillfactor)');
        Schema::table('listings', fn (Blueprint $table) => $table->text('search')->default(''));
        DB::update('UPDATE listings l SET search = t.search FROM listing_texts t WHERE t.listing_id = l.id');
        DB::statement('CREATE INDEX listings_search ON listings USING gin (search gin_trgm_ops)');
        DB::unprepared('DROP TRIGGER keep_product_texts ON products; DROP FUNCTION keep_product_texts(); DROP TRIGGER keep_listing_text ON listings; DROP TRIGGER keep_new_listing_text ON listings; DROP FUNCTION keep_listing_text()');
        Schema::drop('listing_texts');
    }
};
