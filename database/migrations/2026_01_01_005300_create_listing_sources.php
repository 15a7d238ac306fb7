<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Support\Facades\DB;

/** Where listings are bought from, and what followed from that: costs that moved, stock that was closed and opened. */
return new class extends Migration
{
    public function up(): void
    {
        DB::unprepared(
            <<<'SQL'
            CREATE TABLE listing_sources (
                id bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
                workspace_id bigint NOT NULL REFERENCES workspaces ON DELETE CASCADE,
                listing_id bigint NOT NULL UNIQUE REFERENCES listings ON DELETE CASCADE,
                watch_id bigint NOT NULL REFERENCES watches ON DELETE CASCADE,
                follows_cost boolean NOT NULL DEFAULT true,
                follows_stock boolean NOT NULL DEFAULT true,
                back_after smallint NOT NULL DEFAULT 2 CHECK (back_after BETWEEN 1 AND 20),
                stock_back integer CHECK (stock_back > 0),
                added_minor bigint NOT NULL DEFAULT 0 CHECK (added_minor >= 0),
                tax_percent numeric(7, 4) CHECK (tax_percent BETWEEN 0 AND 100),
                cost_minor bigint,
                cost_currency char(3),
                cost_at timestamptz(6),
                is_out boolean NOT NULL DEFAULT false,
                good_in_row smallint NOT NULL DEFAULT 0,
                stock_before integer,
                revision integer NOT NULL DEFAULT 1,
                created_at timestamptz NOT NULL DEFAULT now()
            );
            CREATE INDEX listing_sources_of_watch ON listing_sources (watch_id);

            ALTER TABLE watches ADD COLUMN is_source boolean NOT NULL DEFAULT false;

            CREATE TABLE source_changes (
                id bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
                workspace_id bigint NOT NULL REFERENCES workspaces ON DELETE CASCADE,
                listing_id bigint NOT NULL REFERENCES listings ON DELETE CASCADE,
                channel_id bigint NOT NULL REFERENCES channels ON DELETE CASCADE,
                source_id bigint REFERENCES listing_sources ON DELETE SET NULL,
                kind varchar(8) NOT NULL CHECK (kind IN ('cost', 'stock')),
                reason varchar(12) NOT NULL CHECK (reason IN ('price', 'sold_out', 'back', 'undo')),
                cost_from_minor bigint,
                cost_to_minor bigint,
                cost_from_currency char(3),
                cost_to_currency char(3),
                stock_from integer,
                stock_to integer,
                reading bigint,
                batch_id uuid,
                state varchar(12) NOT NULL CHECK (state IN ('asked', 'made', 'refused', 'queued', 'sent', 'confirmed', 'failed', 'replaced', 'undone')),
                key uuid,
                attempts smallint NOT NULL DEFAULT 0,
                due_at timestamptz(6),
                problem text,
                made_at timestamptz(6) NOT NULL,
                ended_at timestamptz(6),
                made_by text
            );
            CREATE INDEX source_changes_of_listing ON source_changes (listing_id, id);
            CREATE UNIQUE INDEX source_changes_open ON source_changes (listing_id) WHERE kind = 'stock' AND state IN ('queued', 'sent');
            CREATE INDEX source_changes_due ON source_changes (due_at) WHERE due_at IS NOT NULL;
            SQL,
        );
    }

    public function down(): void
    {
        DB::unprepared('DROP TABLE source_changes; DROP TABLE listing_sources; ALTER TABLE watches DROP COLUMN is_source;');
    }
};
