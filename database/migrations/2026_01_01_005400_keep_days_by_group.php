<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Support\Facades\DB;

/**
 * How listings stood on each day, by channel, brand and category: sums, so that any of them can be added up; and when
 * prices of ours changed where buyers see them.
 */
return new class extends Migration
{
    public function up(): void
    {
        DB::unprepared(
            <<<'SQL'
            ALTER TABLE position_days RENAME TO position_days_before;
            ALTER INDEX IF EXISTS position_days_pkey RENAME TO position_days_before_pkey;

            CREATE TABLE position_days (
                workspace_id bigint NOT NULL REFERENCES workspaces ON DELETE CASCADE,
                day date NOT NULL,
                -- 0: kept before days were told apart by channel.
                channel_id bigint NOT NULL DEFAULT 0,
                brand varchar(255) NOT NULL DEFAULT '',
                category varchar(255) NOT NULL DEFAULT '',
                listings integer NOT NULL DEFAULT 0,
                met integer NOT NULL DEFAULT 0,
                buy_box integer NOT NULL DEFAULT 0,
                ranks bigint NOT NULL DEFAULT 0,
                -- These and markups are null of days of which they were not kept.
                cheapest integer DEFAULT 0,
                dearest integer DEFAULT 0,
                priced integer NOT NULL DEFAULT 0,
                margins bigint NOT NULL DEFAULT 0,
                markups bigint DEFAULT 0,
                indexed integer NOT NULL DEFAULT 0,
                ours_minor bigint NOT NULL DEFAULT 0,
                average_minor bigint NOT NULL DEFAULT 0,
                lowest_minor bigint NOT NULL DEFAULT 0,
                changes integer,
                units integer,
                revenue_minor bigint,
                profit_minor bigint,
                -- Worked out later, from what was observed.
                is_recalled boolean NOT NULL DEFAULT false,
                PRIMARY KEY (workspace_id, day, channel_id, brand, category)
            );

            -- Workspaces whose days are being worked out, and up to which listing.
            CREATE TABLE position_recalls (
                workspace_id bigint PRIMARY KEY REFERENCES workspaces ON DELETE CASCADE,
                since date NOT NULL,
                listing_id bigint NOT NULL DEFAULT 0
            );

            INSERT INTO position_days (
                workspace_id, day, listings, met, buy_box, ranks, cheapest, dearest, priced, margins, markups, changes,
                revenue_minor, profit_minor
            )
            SELECT workspace_id, day, listings, CASE WHEN rank IS NULL THEN 0 ELSE listings END, buy_box,
                coalesce(round(rank * listings), 0), NULL, NULL,
                CASE WHEN margin_percent IS NULL THEN 0 ELSE greatest(listings, 1) END,
                coalesce(round(margin_percent * 100 * greatest(listings, 1)), 0), NULL, changes, revenue_minor, profit_minor
            FROM position_days_before;

            DROP TABLE position_days_before;

            CREATE TABLE own_price_moves (
                listing_id bigint NOT NULL REFERENCES listings ON DELETE CASCADE,
                workspace_id bigint NOT NULL REFERENCES workspaces ON DELETE CASCADE,
                moved_at timestamptz(6) NOT NULL,
                from_minor bigint NOT NULL,
                to_minor bigint NOT NULL CHECK (to_minor <> from_minor),
                PRIMARY KEY (listing_id, moved_at)
            );
            CREATE INDEX own_price_moves_of_workspace ON own_price_moves (workspace_id, moved_at);

            INSERT INTO own_price_moves (listing_id, workspace_id, moved_at, from_minor, to_minor)
            SELECT listing_id, workspace_id, observed_at, before, price_minor
            FROM (
                SELECT listing_id, workspace_id, observed_at, price_minor,
                    lag(price_minor) OVER (PARTITION BY listing_id ORDER BY observed_at) AS before
                FROM market_observations
            ) seen
            WHERE before <> price_minor
            ON CONFLICT DO NOTHING;
            SQL,
        );
    }

    public function down(): void
    {
        DB::unprepared(
            <<<'SQL'
            DROP TABLE own_price_moves;
            DROP TABLE position_recalls;
            ALTER TABLE position_days RENAME TO position_days_after;
            ALTER INDEX position_days_pkey RENAME TO position_days_after_pkey;
            CREATE TABLE position_days (
                workspace_id bigint NOT NULL REFERENCES workspaces ON DELETE CASCADE,
                day date NOT NULL,
                listings integer NOT NULL,
                buy_box integer NOT NULL,
                margin_percent numeric(12, 2),
                rank numeric(8, 2),
                changes integer,
                revenue_minor bigint,
                profit_minor bigint,
                PRIMARY KEY (workspace_id, day)
            );
            INSERT INTO position_days
            SELECT workspace_id, day, sum(listings), sum(buy_box), sum(margins) / 100.0 / nullif(sum(priced), 0),
                sum(ranks)::numeric / nullif(sum(met), 0), sum(changes), sum(revenue_minor), sum(profit_minor)
            FROM position_days_after
            GROUP BY workspace_id, day;
            DROP TABLE position_days_after;
            SQL,
        );
    }
};
