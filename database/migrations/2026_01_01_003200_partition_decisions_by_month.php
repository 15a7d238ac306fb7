<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Support\Facades\DB;

/**
 * Decisions are by far the largest table: with what each was made from. Those of a month go at once; those that are
 * still needed are kept in decisions_earlier. The ledger of price changes is not partitioned: that a listing has at
 * most one open change is a unique index, and a partitioned table has none over all of its partitions.
 */
return new class extends Migration
{
    private const COLUMNS = 'id, workspace_id, listing_id, rule_version_id, run_id, cause, outcome, reason, price_minor, input, decided_at, from_minor, floor_minor, ceiling_minor';

    public function up(): void
    {
        DB::unprepared(
            <<<'SQL'
            CREATE FUNCTION create_monthly_partition(parent text, day date) RETURNS void LANGUAGE plpgsql AS $$
            DECLARE
                first date := date_trunc('month', day);
                name text := parent || '_' || to_char(first, 'YYYY_MM');
            BEGIN
                IF to_regclass(name) IS NULL THEN
                    EXECUTE format(
                        'CREATE TABLE IF NOT EXISTS %I PARTITION OF %I FOR VALUES FROM (%L) TO (%L)',
                        name, parent, first::timestamp AT TIME ZONE 'UTC', (first + interval '1 month') AT TIME ZONE 'UTC'
                    );
                END IF;
            END $$;
            DROP FUNCTION market_observations_for(date);

            ALTER TABLE approvals DROP CONSTRAINT approvals_decision_id_foreign;
            ALTER TABLE decisions RENAME TO decisions_of_all_time;
            ALTER SEQUENCE decisions_id_seq OWNED BY NONE;
            CREATE TABLE decisions (
                id bigint NOT NULL DEFAULT nextval('decisions_id_seq'),
                workspace_id bigint NOT NULL,
                listing_id bigint NOT NULL,
                rule_version_id bigint NOT NULL,
                run_id bigint,
                cause text NOT NULL,
                outcome text NOT NULL,
                reason text NOT NULL,
                from_minor bigint,
                price_minor bigint,
                floor_minor bigint,
                ceiling_minor bigint,
                input text NOT NULL,
                decided_at timestamptz(0) NOT NULL
            ) PARTITION BY RANGE (decided_at);
            ALTER SEQUENCE decisions_id_seq OWNED BY decisions.id;
            SQL,
        );
        $month = gmdate('Y-m-01 00:00:00+00');
        DB::statement("CREATE TABLE decisions_earlier PARTITION OF decisions FOR VALUES FROM (MINVALUE) TO ('{$month}')");
        foreach ([0, 1, 2, 3] as $ahead) {
            DB::statement(
                "SELECT create_monthly_partition('decisions', (?::timestamptz AT TIME ZONE 'UTC' + make_interval(months => ?))::date)",
                [$month, $ahead],
            );
        }
        $columns = self::COLUMNS;
        DB::statement("INSERT INTO decisions ({$columns}) SELECT {$columns} FROM decisions_of_all_time");
        DB::unprepared(
            <<<'SQL'
            DROP TABLE decisions_of_all_time;
            ALTER TABLE decisions ADD PRIMARY KEY (id, decided_at);
            CREATE INDEX decisions_of_listing ON decisions (listing_id, decided_at);
            SQL,
        );
    }

    public function down(): void
    {
        $columns = self::COLUMNS;
        DB::unprepared(
            <<<SQL
            ALTER TABLE decisions RENAME TO decisions_by_month;
            ALTER SEQUENCE decisions_id_seq OWNED BY NONE;
            CREATE TABLE decisions AS SELECT {$columns} FROM decisions_by_month;
            DROP TABLE decisions_by_month;
            ALTER TABLE decisions
                ADD PRIMARY KEY (id),
                ALTER id SET DEFAULT nextval('decisions_id_seq'),
                ALTER workspace_id SET NOT NULL,
                ALTER listing_id SET NOT NULL,
                ALTER rule_version_id SET NOT NULL,
                ALTER cause SET NOT NULL,
                ALTER outcome SET NOT NULL,
                ALTER reason SET NOT NULL,
                ALTER input SET NOT NULL,
                ALTER decided_at SET NOT NULL;
            ALTER SEQUENCE decisions_id_seq OWNED BY decisions.id;
            CREATE INDEX decisions_listing_id_decided_at_index ON decisions (listing_id, decided_at);
            CREATE INDEX decisions_old ON decisions USING brin (decided_at);
            ALTER TABLE approvals ADD CONSTRAINT approvals_decision_id_foreign
                FOREIGN KEY (decision_id) REFERENCES decisions ON DELETE CASCADE;
            DROP FUNCTION create_monthly_partition(text, date);
            CREATE FUNCTION market_observations_for(month date) RETURNS void LANGUAGE plpgsql AS \$\$
            DECLARE first date := date_trunc('month', month);
            BEGIN
                EXECUTE format('CREATE TABLE IF NOT EXISTS %I PARTITION OF market_observations FOR VALUES FROM (%L) TO (%L)',
                    'market_observations_' || to_char(first, 'YYYY_MM'), first, (first + interval '1 month')::date);
            END \$\$;
            SQL,
        );
    }
};
