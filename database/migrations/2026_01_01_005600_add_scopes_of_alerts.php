<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Support\Facades\DB;

/** Alerts on one shop, or one page of it, and of runs that were stopped. */
return new class extends Migration
{
    public function up(): void
    {
        DB::unprepared(
            <<<'SQL'
            ALTER TABLE alerts
                ADD COLUMN site_id bigint REFERENCES sites ON DELETE CASCADE,
                ADD COLUMN watch_id bigint REFERENCES watches ON DELETE CASCADE,
                DROP CONSTRAINT alerts_scope,
                DROP CONSTRAINT alerts_scope_check,
                ADD CONSTRAINT alerts_scope_check
                    CHECK (scope IN ('all', 'listing', 'product', 'rule', 'filter', 'rival', 'site', 'watch')),
                ADD CONSTRAINT alerts_scope CHECK (
                    (scope = 'listing') = (listing_id IS NOT NULL) AND (scope = 'product') = (product_id IS NOT NULL)
                    AND (scope = 'rule') = (rule_id IS NOT NULL) AND (scope = 'rival') = (rival_id IS NOT NULL)
                    AND (scope = 'site') = (site_id IS NOT NULL) AND (scope = 'watch') = (watch_id IS NOT NULL)
                    AND (scope = 'filter') = (filter IS NOT NULL)
                );

            CREATE OR REPLACE FUNCTION check_refused_prices() RETURNS trigger LANGUAGE plpgsql AS $$
            BEGIN
                INSERT INTO alert_checks (workspace_id, listing_id)
                SELECT n.workspace_id, n.listing_id
                FROM new_rows n
                JOIN old_rows o ON o.id = n.id
                WHERE ((n.state = 'refused') <> (o.state = 'refused')
                        OR (n.waits_for = 'brake') IS DISTINCT FROM (o.waits_for = 'brake'))
                    AND EXISTS (SELECT FROM alerts a WHERE a.workspace_id = n.workspace_id AND NOT a.is_paused);
                RETURN NULL;
            END $$;
            SQL,
        );
    }

    public function down(): void
    {
        DB::unprepared(
            <<<'SQL'
            DELETE FROM alerts WHERE scope IN ('site', 'watch');
            ALTER TABLE alerts
                DROP CONSTRAINT alerts_scope,
                DROP CONSTRAINT alerts_scope_check,
                DROP COLUMN site_id,
                DROP COLUMN watch_id,
                ADD CONSTRAINT alerts_scope_check CHECK (scope IN ('all', 'listing', 'product', 'rule', 'filter', 'rival')),
                ADD CONSTRAINT alerts_scope CHECK (
                    (scope = 'listing') = (listing_id IS NOT NULL) AND (scope = 'product') = (product_id IS NOT NULL)
                    AND (scope = 'rule') = (rule_id IS NOT NULL) AND (scope = 'rival') = (rival_id IS NOT NULL)
                    AND (scope = 'filter') = (filter IS NOT NULL)
                );

            CREATE OR REPLACE FUNCTION check_refused_prices() RETURNS trigger LANGUAGE plpgsql AS $$
            BEGIN
                INSERT INTO alert_checks (workspace_id, listing_id)
                SELECT n.workspace_id, n.listing_id
                FROM new_rows n
                JOIN old_rows o ON o.id = n.id
                WHERE (n.state = 'refused') <> (o.state = 'refused')
                    AND EXISTS (SELECT FROM alerts a WHERE a.workspace_id = n.workspace_id AND NOT a.is_paused);
                RETURN NULL;
            END $$;
            SQL,
        );
    }
};
