<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Schema;

/**
 * A price change waits for something that has a name, and whoever set a price by hand is told when it did not go out.
 * The main switch has three positions. Workspaces have a time zone.
 */
return new class extends Migration
{
    private const OPEN = "'waiting', 'queued', 'sending', 'sent'";

    public function up(): void
    {
        DB::statement('ALTER TABLE price_changes ADD COLUMN waits_for text, ADD COLUMN acknowledged_at timestamptz');
        DB::statement('ALTER TABLE price_changes DROP CONSTRAINT price_changes_state_check, DROP CONSTRAINT price_changes_check');
        DB::update("UPDATE price_changes SET state = 'waiting', waits_for = 'brake' WHERE state = 'held'");
        DB::update("UPDATE price_changes SET state = 'failed' WHERE state = 'drifted'");
        DB::update('UPDATE price_changes SET acknowledged_at = now() WHERE settled_at IS NOT NULL');
        DB::statement('ALTER TABLE price_changes ADD CONSTRAINT price_changes_state_check CHECK (state IN ('.self::OPEN.", 'confirmed', 'refused', 'failed', 'superseded', 'withdrawn')),
            ADD CONSTRAINT price_changes_waits_for_check CHECK ((state = 'waiting') = (waits_for IS NOT NULL) AND waits_for IN ('brake', 'hours', 'switch')),
            ADD CONSTRAINT price_changes_within_limits_check CHECK (state = 'withdrawn' OR to_minor BETWEEN floor_minor AND ceiling_minor)");
        $this->oneOpen(self::OPEN);
        DB::statement("CREATE INDEX price_changes_waiting ON price_changes (channel_id, waits_for) WHERE state = 'waiting'");
        DB::statement("CREATE INDEX price_changes_to_acknowledge ON price_changes (workspace_id, id) WHERE user_id IS NOT NULL AND acknowledged_at IS NULL AND state IN ('refused', 'failed', 'withdrawn')");

        Schema::create('price_holds', function (Blueprint $table): void {
            $table->foreignId('listing_id')->primary()->constrained()->cascadeOnDelete();
            $table->foreignId('workspace_id')->constrained()->cascadeOnDelete();
            $table->bigInteger('price_minor');
            $table->text('stands');
            $table->timestampTz('until')->nullable();
            $table->foreignId('user_id')->nullable()->constrained()->nullOnDelete();
            $table->timestampTz('set_at', 6);
            $table->timestampTz('arrived_at')->nullable();
        });
        DB::statement("ALTER TABLE price_holds ADD CHECK (price_minor > 0), ADD CHECK (stands IN ('market', 'hours', 'released')), ADD CHECK ((stands = 'hours') = (until IS NOT NULL))");
        DB::insert(<<<'SQL'
            INSERT INTO price_holds (listing_id, workspace_id, price_minor, stands, user_id, set_at)
            SELECT listing_id, workspace_id, to_minor, 'market', user_id, queued_at FROM price_changes WHERE decision_id IS NULL AND user_id IS NOT NULL AND state IN ('waiting', 'queued', 'sending', 'sent')
            SQL);
        DB::statement('ALTER TABLE listing_markets ALTER COLUMN changed_at TYPE timestamptz(6)');

        Schema::table('rules', fn (Blueprint $table) => $table->timestampTz('times_set_at')->nullable());
        Schema::table('workspaces', function (Blueprint $table): void {
            $table->text('repricing')->default('stopped');
            $table->text('time_zone')->default('UTC');
            $table->text('hand_price_stands')->default('market');
            $table->integer('hand_price_hours')->default(24);
        });
        DB::update("UPDATE workspaces SET repricing = CASE WHEN repricing_on THEN 'running' ELSE 'stopped' END");
        DB::statement("ALTER TABLE workspaces DROP COLUMN repricing_on, ADD CHECK (repricing IN ('running', 'rules_paused', 'stopped')), ADD CHECK (hand_price_stands IN ('market', 'hours', 'released')), ADD CHECK (hand_price_hours BETWEEN 1 AND 2160)");
    }

    public function down(): void
    {
        Schema::table('workspaces', fn (Blueprint $table) => $table->boolean('repricing_on')->default(false));
        DB::update("UPDATE workspaces SET repricing_on = repricing = 'running'");
        DB::statement('ALTER TABLE workspaces DROP COLUMN repricing, DROP COLUMN time_zone, DROP COLUMN hand_price_stands, DROP COLUMN hand_price_hours');
        Schema::table('rules', fn (Blueprint $table) => $table->dropColumn('times_set_at'));
        DB::statement('ALTER TABLE listing_markets ALTER COLUMN changed_at TYPE timestamptz(0)');
        Schema::drop('price_holds');
        DB::statement('DROP INDEX price_changes_to_acknowledge');
        DB::statement('DROP INDEX price_changes_waiting');
        DB::statement('ALTER TABLE price_changes DROP CONSTRAINT price_changes_state_check, DROP CONSTRAINT price_changes_waits_for_check, DROP CONSTRAINT price_changes_within_limits_check');
        DB::update("UPDATE price_changes SET state = CASE waits_for WHEN 'brake' THEN 'held' ELSE 'queued' END WHERE state = 'waiting'");
        DB::update("UPDATE price_changes SET state = 'drifted' WHERE state = 'failed'");
        DB::statement('DELETE FROM price_changes WHERE to_minor NOT BETWEEN floor_minor AND ceiling_minor');
        DB::statement('ALTER TABLE price_changes DROP COLUMN waits_for, DROP COLUMN acknowledged_at');
        DB::statement("ALTER TABLE price_changes ADD CONSTRAINT price_changes_state_check CHECK (state IN ('held', 'queued', 'sending', 'sent', 'confirmed', 'refused', 'drifted', 'superseded', 'withdrawn')),
            ADD CONSTRAINT price_changes_check CHECK (to_minor BETWEEN floor_minor AND ceiling_minor)");
        $this->oneOpen("'held', 'queued', 'sending', 'sent'");
    }

    /** A listing is for sale on one channel: it has one open change there at most. */
    private function oneOpen(string $open): void
    {
        DB::statement('DROP INDEX price_changes_one_open');
        DB::statement("CREATE UNIQUE INDEX price_changes_one_open ON price_changes (listing_id) WHERE state IN ({$open})");
    }
};
