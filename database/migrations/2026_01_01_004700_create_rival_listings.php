<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Support\Facades\DB;

/** Where rivals stand beside us, how they move, and up to when that has been gathered from what was observed. */
return new class extends Migration
{
    public function up(): void
    {
        DB::unprepared(
            <<<'SQL'
            ALTER TABLE listing_markets
                ADD COLUMN to_gather boolean NOT NULL DEFAULT true,
                ADD COLUMN gathered_until timestamptz(6);
            CREATE INDEX listing_markets_to_gather ON listing_markets (workspace_id, listing_id) WHERE to_gather;
            ALTER TABLE workspaces ADD COLUMN rivals_gathered_at timestamptz(6);
            ALTER TABLE rivals
                ADD COLUMN listings integer NOT NULL DEFAULT 0,
                ADD COLUMN cheaper integer NOT NULL DEFAULT 0,
                ADD COLUMN dearer integer NOT NULL DEFAULT 0,
                ADD COLUMN difference_percent numeric(9, 2),
                ADD COLUMN cheaper_percent numeric(9, 2),
                ADD COLUMN buy_boxes integer NOT NULL DEFAULT 0,
                ADD COLUMN moves integer NOT NULL DEFAULT 0,
                ADD COLUMN reactions integer NOT NULL DEFAULT 0,
                ADD COLUMN reaction_seconds integer,
                ADD COLUMN moved_at timestamptz,
                ADD COLUMN seen_at timestamptz;
            CREATE TABLE rival_listings (
                listing_id bigint NOT NULL REFERENCES listings ON DELETE CASCADE,
                rival_id bigint NOT NULL REFERENCES rivals ON DELETE CASCADE,
                workspace_id bigint NOT NULL REFERENCES workspaces ON DELETE CASCADE,
                theirs_minor bigint NOT NULL,
                ours_minor bigint NOT NULL,
                difference_percent numeric(9, 2) NOT NULL,
                holds_buy_box boolean NOT NULL,
                seen_at timestamptz NOT NULL,
                PRIMARY KEY (listing_id, rival_id)
            );
            CREATE INDEX rival_listings_of_rival ON rival_listings (rival_id, difference_percent, listing_id);
            CREATE INDEX rival_listings_widest ON rival_listings (workspace_id, difference_percent);
            CREATE TABLE rival_moves (
                listing_id bigint NOT NULL,
                rival_id bigint NOT NULL,
                workspace_id bigint NOT NULL,
                moved_at timestamptz(6) NOT NULL,
                from_minor bigint,
                to_minor bigint,
                reaction_seconds integer,
                PRIMARY KEY (listing_id, rival_id, moved_at)
            ) PARTITION BY RANGE (moved_at);
            CREATE INDEX rival_moves_latest ON rival_moves (rival_id, moved_at);
            SELECT create_monthly_partition('rival_moves', (now() AT TIME ZONE 'UTC' + make_interval(months => ahead))::date)
            FROM generate_series(-2, 3) AS ahead;
            SQL,
        );
    }

    public function down(): void
    {
        DB::unprepared(
            <<<'SQL'
            DROP TABLE rival_moves;
            DROP TABLE rival_listings;
            ALTER TABLE rivals
                DROP COLUMN listings,
                DROP COLUMN cheaper,
                DROP COLUMN dearer,
                DROP COLUMN difference_percent,
                DROP COLUMN cheaper_percent,
                DROP COLUMN buy_boxes,
                DROP COLUMN moves,
                DROP COLUMN reactions,
                DROP COLUMN reaction_seconds,
                DROP COLUMN moved_at,
                DROP COLUMN seen_at;
            ALTER TABLE workspaces DROP COLUMN rivals_gathered_at;
            DROP INDEX listing_markets_to_gather;
            ALTER TABLE listing_markets DROP COLUMN to_gather, DROP COLUMN gathered_until;
            SQL,
        );
    }
};
