<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Support\Facades\DB;

/**
 * Decisions and price changes are written by the hundred thousand, in the transaction that holds their listings: what
 * they point to is not looked up again for each. Versions of rules, channels and decisions stay; with a listing goes
 * what was written of it.
 */
return new class extends Migration
{
    /** Column and table they pointed to, and what was done when that went. */
    private const REFERENCES = [
        'decisions' => [['listing_id', 'listings', 'CASCADE'], ['rule_version_id', 'rule_versions', 'CASCADE']],
        'price_changes' => [['listing_id', 'listings', 'CASCADE'], ['channel_id', 'channels', 'CASCADE'], ['decision_id', 'decisions', 'SET NULL']],
    ];

    public function up(): void
    {
        foreach (self::REFERENCES as $table => $references) {
            foreach ($references as [$column]) {
                DB::statement("ALTER TABLE {$table} DROP CONSTRAINT {$table}_{$column}_foreign");
            }
        }
        DB::statement(<<<'SQL'
            CREATE FUNCTION forget_ledger() RETURNS trigger LANGUAGE plpgsql AS $$
            BEGIN
                DELETE FROM standing_decisions USING gone WHERE listing_id = gone.id;
                DELETE FROM price_changes USING gone WHERE listing_id = gone.id;
                DELETE FROM decisions USING gone WHERE listing_id = gone.id;
                RETURN NULL;
            END $$
            SQL);
        DB::statement('CREATE TRIGGER forget_ledger AFTER DELETE ON listings REFERENCING OLD TABLE AS gone FOR EACH STATEMENT EXECUTE FUNCTION forget_ledger()');
    }

    public function down(): void
    {
        DB::statement('DROP TRIGGER forget_ledger ON listings');
        DB::statement('DROP FUNCTION forget_ledger()');
        foreach (self::REFERENCES as $table => $references) {
            foreach ($references as [$column, $other, $action]) {
                DB::statement("ALTER TABLE {$table} ADD CONSTRAINT {$table}_{$column}_foreign FOREIGN KEY ({$column}) REFERENCES {$other} ON DELETE {$action}");
            }
        }
    }
};
