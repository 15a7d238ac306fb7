<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Support\Facades\DB;

/** Asked every minute of every channel. */
return new class extends Migration
{
    public function up(): void
    {
        DB::statement('CREATE INDEX listing_markets_seen ON listing_markets (workspace_id, seen_at)');
    }

    public function down(): void
    {
        DB::statement('DROP INDEX listing_markets_seen');
    }
};
