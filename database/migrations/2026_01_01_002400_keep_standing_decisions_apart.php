<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Support\Facades\DB;

/**
 * Which decision stands on a listing changes with every run, and the rest of the listing seldom: it has a small row of
 * its own, away from the many indexes of the list.
 */
return new class extends Migration
{
    private const TO_LOOK_AT = "WHERE outcome IN ('change', 'review', 'blocked')";

    public function up(): void
    {
        DB::statement(<<<'SQL'
            CREATE TABLE standing_decisions (
                listing_id bigint PRIMARY KEY,
                workspace_id bigint NOT NULL,
                decision_id bigint NOT NULL,
                rule_version_id bigint NOT NULL,
                price_minor bigint,
                outcome text NOT NULL,
                reason text NOT NULL
            ) WITH (fillfactor = 50)
            SQL);
        DB::statement(<<<'SQL'
            INSERT INTO standing_decisions SELECT l.id, l.workspace_id, d.id, d.rule_version_id, d.price_minor, l.outcome, l.reason
            FROM listings l JOIN decisions d ON d.id = l.decision_id WHERE l.outcome IS NOT NULL AND l.reason IS NOT NULL
            SQL);
        DB::statement('CREATE INDEX standing_decisions_to_look_at ON standing_decisions (workspace_id, outcome, listing_id) '.self::TO_LOOK_AT);
        DB::statement('DROP INDEX listings_to_look_at');
        DB::statement('ALTER TABLE listings DROP COLUMN decision_id, DROP COLUMN outcome, DROP COLUMN reason, DROP COLUMN decided_at');
    }

    public function down(): void
    {
        DB::statement('ALTER TABLE listings ADD COLUMN decision_id bigint, ADD COLUMN outcome varchar(255), ADD COLUMN reason varchar(255), ADD COLUMN decided_at timestamptz(0)');
        DB::statement(<<<'SQL'
            UPDATE listings l SET decision_id = s.decision_id, outcome = s.outcome, reason = s.reason, decided_at = d.decided_at
            FROM standing_decisions s JOIN decisions d ON d.id = s.decision_id WHERE s.listing_id = l.id
            SQL);
        DB::statement('CREATE INDEX listings_to_look_at ON listings (workspace_id, outcome, id) '.self::TO_LOOK_AT);
        DB::statement('DROP TABLE standing_decisions');
    }
};
