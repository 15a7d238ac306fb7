<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Support\Facades\DB;

/** What other shops sell and we do not; the same thing in several shops is one gap. */
return new class extends Migration
{
    public function up(): void
    {
        DB::unprepared(
            <<<'SQL'
            CREATE TABLE market_gaps (
                id bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
                workspace_id bigint NOT NULL REFERENCES workspaces ON DELETE CASCADE,
                title text NOT NULL,
                brand text,
                gtin text,
                mpn text,
                cost_minor bigint CHECK (cost_minor > 0),
                state varchar(12) NOT NULL DEFAULT 'open' CHECK (state IN ('open', 'dismissed', 'drafted')),
                product_id bigint REFERENCES products ON DELETE SET NULL,
                created_at timestamptz NOT NULL DEFAULT now()
            );
            CREATE INDEX market_gaps_of_state ON market_gaps (workspace_id, state, id);
            ALTER TABLE site_products ADD COLUMN gap_id bigint REFERENCES market_gaps ON DELETE SET NULL;
            CREATE INDEX site_products_of_gap ON site_products (gap_id) WHERE gap_id IS NOT NULL;
            UPDATE site_products SET matched_at = NULL;
            SQL,
        );
    }

    public function down(): void
    {
        DB::unprepared('ALTER TABLE site_products DROP COLUMN gap_id; DROP TABLE market_gaps;');
    }
};
