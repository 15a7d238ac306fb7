<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Schema;

/**
 * Word of changed items waits in a table, so that bursts are looked at together; a channel that fails again and again
 * rests; channels may be shops, files and messages. */
return new class extends Migration
{
    public function up(): void
    {
        Schema::table('market_notifications', function (Blueprint $table): void {
            $table->string('item')->default('');
            $table->timestampTz('observed_at', 6)->nullable()->useCurrent();
        });
        DB::statement('ALTER TABLE market_notifications ALTER COLUMN observed_at DROP DEFAULT, ALTER COLUMN received_at TYPE timestamptz(6)');
        DB::statement('CREATE INDEX market_notifications_waiting ON market_notifications (channel_id, received_at) WHERE observed_at IS NULL');
        DB::statement('ALTER TABLE listing_markets ALTER COLUMN seen_at TYPE timestamptz(6)');
        DB::statement('ALTER TABLE price_changes ALTER COLUMN sent_at TYPE timestamptz(3)');
        Schema::table('channels', function (Blueprint $table): void {
            $table->unsignedInteger('failures')->default(0);
            $table->string('kind')->default('marketplace');
            $table->text('delivery')->nullable();
        });
        DB::statement("ALTER TABLE channels ADD CHECK (kind IN ('marketplace', 'shop', 'file', 'webhook'))");
    }

    public function down(): void
    {
        Schema::table('channels', fn (Blueprint $table) => $table->dropColumn(['failures', 'kind', 'delivery']));
        DB::statement('ALTER TABLE price_changes ALTER COLUMN sent_at TYPE timestamptz(0)');
        DB::statement('ALTER TABLE listing_markets ALTER COLUMN seen_at TYPE timestamptz(0)');
        DB::statement('DROP INDEX market_notifications_waiting');
        DB::statement('ALTER TABLE market_notifications ALTER COLUMN received_at TYPE timestamptz(0)');
        Schema::table('market_notifications', fn (Blueprint $table) => $table->dropColumn(['item', 'observed_at']));
    }
};
