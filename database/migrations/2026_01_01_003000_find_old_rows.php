<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Support\Facades\DB;

/**
 * Rows that are old enough to be removed are found by block ranges, which cost next to nothing to keep: these tables
 * grow in the order of time.
 */
return new class extends Migration
{
    private const COLUMNS = ['decisions' => 'decided_at', 'price_changes' => 'queued_at', 'feeds' => 'updated_at', 'approvals' => 'asked_at'];

    public function up(): void
    {
        foreach (self::COLUMNS as $table => $column) {
            DB::statement("CREATE INDEX {$table}_old ON {$table} USING brin ({$column})");
        }
    }

    public function down(): void
    {
        foreach (array_keys(self::COLUMNS) as $table) {
            DB::statement("DROP INDEX {$table}_old");
        }
    }
};
