<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Support\Facades\DB;

/** Whole shops that are read through, what they sell, and which of our products that may be. */
return new class extends Migration
{
    public function up(): void
    {
        DB::unprepared(
            <<<'SQL'
            ALTER TABLE products ADD COLUMN mpn varchar(255);

            CREATE TABLE crawls (
                id bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
                workspace_id bigint NOT NULL REFERENCES workspaces ON DELETE CASCADE,
                site_id bigint NOT NULL UNIQUE REFERENCES sites ON DELETE CASCADE,
                start_url text NOT NULL,
                most_pages integer NOT NULL CHECK (most_pages > 0),
                most_depth smallint NOT NULL CHECK (most_depth >= 0),
                most_hours smallint NOT NULL CHECK (most_hours > 0),
                every_days smallint CHECK (every_days > 0),
                links_same boolean NOT NULL DEFAULT false,
                link_from smallint NOT NULL DEFAULT 95 CHECK (link_from BETWEEN 90 AND 100),
                show_from smallint NOT NULL DEFAULT 40 CHECK (show_from BETWEEN 0 AND 90),
                state varchar(12) NOT NULL DEFAULT 'running' CHECK (state IN ('running', 'done', 'stopped')),
                follows_links boolean NOT NULL DEFAULT false,
                round integer NOT NULL DEFAULT 1,
                asked integer NOT NULL DEFAULT 0,
                left_out integer NOT NULL DEFAULT 0,
                begun_at timestamptz(6) NOT NULL,
                ended_at timestamptz(6),
                ended_because text,
                next_at timestamptz(6),
                revision integer NOT NULL DEFAULT 1,
                created_at timestamptz NOT NULL DEFAULT now()
            );
            CREATE INDEX crawls_running ON crawls (site_id) WHERE state = 'running';
            CREATE INDEX crawls_next ON crawls (next_at) WHERE next_at IS NOT NULL;

            CREATE TABLE crawl_pages (
                id bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
                workspace_id bigint NOT NULL,
                site_id bigint NOT NULL REFERENCES sites ON DELETE CASCADE,
                url text NOT NULL,
                path_hash char(32) NOT NULL GENERATED ALWAYS AS (md5(split_part(url, '?', 1))) STORED,
                depth smallint NOT NULL,
                kind varchar(12) NOT NULL DEFAULT 'unknown' CHECK (kind IN ('sitemap', 'unknown', 'product', 'list', 'other')),
                state varchar(12) NOT NULL DEFAULT 'waiting' CHECK (state IN ('waiting', 'asked', 'read', 'failed')),
                asked_at timestamptz(6),
                read_at timestamptz(6),
                failures smallint NOT NULL DEFAULT 0,
                problem text,
                etag text,
                last_modified text,
                changed_on text
            );
            CREATE UNIQUE INDEX crawl_pages_once ON crawl_pages (site_id, md5(url));
            CREATE INDEX crawl_pages_waiting ON crawl_pages (site_id, failures, depth, id) WHERE state = 'waiting';
            CREATE INDEX crawl_pages_asked ON crawl_pages (asked_at) WHERE asked_at IS NOT NULL;
            CREATE INDEX crawl_pages_of_path ON crawl_pages (site_id, path_hash);

            -- Words as the matcher folds them: without case and accents, German umlauts in two letters.
            CREATE FUNCTION folded(text) RETURNS text LANGUAGE sql IMMUTABLE PARALLEL SAFE RETURN
                trim(regexp_replace(
                    translate(
                        replace(replace(replace(replace(lower($1), 'ä', 'ae'), 'ö', 'oe'), 'ü', 'ue'), 'ß', 'ss'),
                        'àáâãåçèéêëìíîïñòóôõøùúûýÿ', 'aaaaaceeeeiiiinooooouuuyy'
                    ),
                    '[^a-z0-9]+', ' ', 'g'
                ));
            CREATE FUNCTION squeezed(text) RETURNS text LANGUAGE sql IMMUTABLE PARALLEL SAFE RETURN nullif(replace(folded($1), ' ', ''), '');
            CREATE FUNCTION padded_gtin(text) RETURNS text LANGUAGE sql IMMUTABLE PARALLEL SAFE RETURN
                CASE WHEN $1 ~ '^[0-9]{8,14}$' THEN lpad($1, 14, '0') END;

            -- Of what may be the same: both sides alike, so that either can be looked up from the other.
            CREATE TABLE site_products (
                id bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
                workspace_id bigint NOT NULL REFERENCES workspaces ON DELETE CASCADE,
                site_id bigint NOT NULL REFERENCES sites ON DELETE CASCADE,
                url text NOT NULL,
                variant text,
                title text NOT NULL,
                brand text,
                gtin text,
                mpn text,
                sku text,
                price_minor bigint CHECK (price_minor > 0),
                currency char(3),
                tax_included boolean,
                in_stock boolean NOT NULL,
                condition varchar(16) NOT NULL,
                offer jsonb,
                first_seen_at timestamptz(6) NOT NULL,
                seen_at timestamptz(6) NOT NULL,
                gone_at timestamptz(6),
                matched_at timestamptz(6),
                words tsvector NOT NULL GENERATED ALWAYS AS (to_tsvector('simple', folded(title || ' ' || coalesce(brand, '')))) STORED,
                code text GENERATED ALWAYS AS (padded_gtin(gtin)) STORED,
                part text GENERATED ALWAYS AS (squeezed(mpn)) STORED
            );
            CREATE UNIQUE INDEX site_products_once ON site_products (site_id, md5(url), variant) NULLS NOT DISTINCT;
            CREATE INDEX site_products_unmatched ON site_products (workspace_id, id) WHERE matched_at IS NULL;

            CREATE TABLE site_product_prices (
                workspace_id bigint NOT NULL,
                site_product_id bigint NOT NULL REFERENCES site_products ON DELETE CASCADE,
                seen_at timestamptz(6) NOT NULL,
                price_minor bigint,
                currency char(3),
                in_stock boolean NOT NULL,
                PRIMARY KEY (site_product_id, seen_at)
            );

            CREATE TABLE product_texts (
                product_id bigint PRIMARY KEY REFERENCES products ON DELETE CASCADE,
                workspace_id bigint NOT NULL,
                title text NOT NULL,
                brand text,
                code text,
                part text,
                words tsvector NOT NULL,
                matched_at timestamptz(6)
            );
            CREATE INDEX product_texts_unmatched ON product_texts (workspace_id, product_id) WHERE matched_at IS NULL;
            CREATE FUNCTION keep_product_words() RETURNS trigger LANGUAGE plpgsql AS $$
            BEGIN
                INSERT INTO product_texts (product_id, workspace_id, title, brand, code, part, words)
                VALUES (
                    NEW.id, NEW.workspace_id, folded(NEW.title), squeezed(NEW.brand), padded_gtin(NEW.gtin), squeezed(NEW.mpn),
                    to_tsvector('simple', folded(NEW.title || ' ' || coalesce(NEW.brand, '')))
                )
                ON CONFLICT (product_id) DO UPDATE SET
                    title = excluded.title, brand = excluded.brand, code = excluded.code, part = excluded.part,
                    words = excluded.words, matched_at = NULL;
                RETURN NULL;
            END $$;
            CREATE TRIGGER products_keep_words AFTER INSERT ON products FOR EACH ROW EXECUTE FUNCTION keep_product_words();
            CREATE TRIGGER products_change_words AFTER UPDATE OF title, brand, gtin, mpn ON products FOR EACH ROW
                WHEN ((OLD.title, OLD.brand, OLD.gtin, OLD.mpn) IS DISTINCT FROM (NEW.title, NEW.brand, NEW.gtin, NEW.mpn))
                EXECUTE FUNCTION keep_product_words();
            INSERT INTO product_texts (product_id, workspace_id, title, brand, code, part, words)
            SELECT id, workspace_id, folded(title), squeezed(brand), padded_gtin(gtin), squeezed(mpn),
                to_tsvector('simple', folded(title || ' ' || coalesce(brand, '')))
            FROM products;
            CREATE INDEX product_texts_words ON product_texts USING gin (words);
            CREATE INDEX product_texts_title ON product_texts USING gin (title gin_trgm_ops);
            CREATE INDEX product_texts_code ON product_texts (workspace_id, code) WHERE code IS NOT NULL;
            CREATE INDEX product_texts_part ON product_texts (workspace_id, part) WHERE part IS NOT NULL;
            CREATE INDEX site_products_words ON site_products USING gin (words);
            CREATE INDEX site_products_code ON site_products (workspace_id, code) WHERE code IS NOT NULL;
            CREATE INDEX site_products_part ON site_products (workspace_id, part) WHERE part IS NOT NULL;

            CREATE TABLE catalogue_words (
                workspace_id bigint NOT NULL REFERENCES workspaces ON DELETE CASCADE,
                word text NOT NULL,
                products integer NOT NULL,
                PRIMARY KEY (workspace_id, word)
            );
            ALTER TABLE workspaces ADD COLUMN words_counted_at timestamptz(6), ADD COLUMN words_counted integer NOT NULL DEFAULT 0;

            CREATE TABLE product_matches (
                id bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
                workspace_id bigint NOT NULL REFERENCES workspaces ON DELETE CASCADE,
                site_product_id bigint NOT NULL REFERENCES site_products ON DELETE CASCADE,
                product_id bigint NOT NULL REFERENCES products ON DELETE CASCADE,
                site_id bigint NOT NULL REFERENCES sites ON DELETE CASCADE,
                verdict varchar(12) NOT NULL CHECK (verdict IN ('same', 'perhaps', 'different')),
                score smallint NOT NULL CHECK (score BETWEEN 0 AND 100),
                reasons jsonb NOT NULL,
                state varchar(12) NOT NULL DEFAULT 'proposed' CHECK (state IN ('proposed', 'later', 'accepted', 'rejected')),
                proposed_at timestamptz(6) NOT NULL,
                decided_at timestamptz(6),
                decided_by text,
                UNIQUE (site_product_id, product_id)
            );
            CREATE INDEX product_matches_waiting ON product_matches (workspace_id, state, score DESC, id);
            CREATE INDEX product_matches_of_product ON product_matches (product_id);
            ALTER TABLE watches ADD COLUMN match_id bigint REFERENCES product_matches ON DELETE SET NULL;
            CREATE INDEX watches_of_match ON watches (match_id) WHERE match_id IS NOT NULL;
            SQL,
        );
    }

    public function down(): void
    {
        DB::unprepared(
            <<<'SQL'
            ALTER TABLE watches DROP COLUMN match_id;
            DROP TABLE product_matches;
            ALTER TABLE workspaces DROP COLUMN words_counted_at, DROP COLUMN words_counted;
            DROP TABLE catalogue_words;
            DROP TRIGGER products_change_words ON products;
            DROP TRIGGER products_keep_words ON products;
            DROP FUNCTION keep_product_words;
            DROP TABLE product_texts;
            DROP TABLE site_product_prices;
            DROP TABLE site_products;
            DROP FUNCTION padded_gtin;
            DROP FUNCTION squeezed;
            DROP FUNCTION folded;
            DROP TABLE crawl_pages;
            DROP TABLE crawls;
            ALTER TABLE products DROP COLUMN mpn;
            SQL,
        );
    }
};
