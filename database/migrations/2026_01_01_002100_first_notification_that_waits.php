<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Support\Facades\DB;

/** Workers ask some times a second which word of a marketplace has waited longest, of whatever channel. */
return new class extends Migration
{
    public function up(): void
    {
        DB::statement('CREATE INDEX market_notifications_first ON market_notifications (received_at) WHERE observed_at IS NULL');
    }

    public function down(): void
    {
        DB::statement('DROP INDEX market_notifications_first');
    }
};
