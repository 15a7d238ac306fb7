<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Support\Facades\DB;

/** Where a listing stands is written over and over: with room in its page the many indexes stay as they are. */
return new class extends Migration
{
    private const TABLES = ['listings', 'listing_markets', 'price_changes'];

    public function up(): void
    {
        foreach (self::TABLES as $table) {
            DB::statement("ALTER TABLE {$table} SET (fillfactor = 80)");
        }
    }

    public function down(): void
    {
        foreach (self::TABLES as $table) {
            DB::statement("ALTER TABLE {$table} RESET (fillfactor)");
        }
    }
};
