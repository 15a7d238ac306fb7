<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Schema;

return new class extends Migration
{
    private const OPEN = "'queued', 'sending', 'sent'";

    private const SETTLED = "'confirmed', 'refused', 'drifted', 'superseded', 'withdrawn'";

    public function up(): void
    {
        Schema::table('workspaces', function (Blueprint $table): void {
            $table->decimal('brake_listings_percent', 7, 4)->default(30);
            $table->decimal('brake_move_percent', 7, 4)->default(25);
        });
        Schema::table('runs', function (Blueprint $table): void {
            $table->string('state')->default('released');
            $table->string('key')->nullable()->unique();
            $table->boolean('is_told')->default(true);
            $table->integer('moves')->default(0);
            $table->integer('big_moves')->default(0);
            $table->jsonb('outcomes')->default('{}');
            $table->foreignId('resolved_by')->nullable()->constrained('users')->nullOnDelete();
            $table->timestampTz('resolved_at')->nullable();
        });
        DB::statement("ALTER TABLE runs ADD CHECK (state IN ('deciding', 'held', 'released', 'discarded'))");
        DB::statement("CREATE INDEX runs_waiting ON runs (workspace_id) WHERE state IN ('deciding', 'held')");
        Schema::create('run_chunks', function (Blueprint $table): void {
            $table->foreignId('workspace_id')->constrained()->cascadeOnDelete();
            $table->foreignId('run_id')->constrained()->cascadeOnDelete();
            $table->integer('number');
            $table->primary(['run_id', 'number']);
        });
        // What was decided follows from what it was decided from; only that is kept, as it was, and quickly packed.
        DB::statement('ALTER TABLE decisions ALTER COLUMN input TYPE text USING input::text, ALTER COLUMN input SET COMPRESSION lz4, DROP COLUMN result, ADD COLUMN from_minor bigint, ADD COLUMN floor_minor bigint, ADD COLUMN ceiling_minor bigint');
        DB::statement("ALTER TABLE listing_markets ALTER COLUMN offers DROP DEFAULT, ALTER COLUMN offers TYPE json USING offers::text::json, ALTER COLUMN offers SET DEFAULT '[]', ALTER COLUMN offers SET COMPRESSION lz4");
        // Both are written by the hundred thousand; their workspace is that of their listing, and runs stay.
        DB::statement('ALTER TABLE decisions DROP CONSTRAINT decisions_workspace_id_foreign, DROP CONSTRAINT decisions_run_id_foreign');
        DB::statement('ALTER TABLE price_changes DROP CONSTRAINT price_changes_workspace_id_foreign, ADD COLUMN run_id bigint');
        DB::statement('DROP INDEX price_changes_feed_id_index');
        DB::statement('CREATE INDEX price_changes_feed_id_index ON price_changes (feed_id) WHERE feed_id IS NOT NULL');
        DB::statement('CREATE INDEX price_changes_of_run ON price_changes (run_id) WHERE run_id IS NOT NULL');
        $this->states("'held', ".self::OPEN);
        Schema::create('approvals', function (Blueprint $table): void {
            $table->id();
            $table->foreignId('workspace_id')->constrained()->cascadeOnDelete();
            $table->foreignId('listing_id')->constrained()->cascadeOnDelete();
            $table->foreignId('decision_id')->constrained()->cascadeOnDelete();
            $table->string('state')->default('waiting');
            $table->string('reason');
            $table->bigInteger('from_minor');
            $table->bigInteger('price_minor');
            $table->bigInteger('stake_minor')->default(0);
            $table->bigInteger('approved_minor')->nullable();
            $table->foreignId('user_id')->nullable()->constrained()->nullOnDelete();
            $table->string('note')->nullable();
            $table->timestampTz('rests_until')->nullable();
            $table->timestampTz('asked_at');
            $table->timestampTz('settled_at')->nullable();
        });
        DB::statement("ALTER TABLE approvals ADD CHECK (state IN ('waiting', 'approved', 'rejected', 'gone')), ADD CHECK (price_minor > 0)");
        DB::statement("CREATE UNIQUE INDEX approvals_one_waiting ON approvals (listing_id) WHERE state = 'waiting'");
        DB::statement("CREATE INDEX approvals_waiting ON approvals (workspace_id, stake_minor DESC) WHERE state = 'waiting'");
        DB::statement("CREATE INDEX approvals_resting ON approvals (listing_id, rests_until) WHERE state = 'rejected'");
    }

    public function down(): void
    {
        Schema::drop('approvals');
        DB::update("UPDATE price_changes SET state = 'superseded', settled_at = now() WHERE state = 'held'");
        DB::statement("ALTER TABLE listing_markets ALTER COLUMN offers DROP DEFAULT, ALTER COLUMN offers TYPE json USING offers::text::json, ALTER COLUMN offers SET DEFAULT '[]', ALTER COLUMN offers SET COMPRESSION lz4");
        DB::statement('DROP INDEX price_changes_feed_id_index');
        DB::statement('CREATE INDEX price_changes_feed_id_index ON price_changes (feed_id)');
        foreach (['decisions' => ['workspace', 'run'], 'price_changes' => ['workspace']] as $table => $others) {
            foreach ($others as $other) {
                DB::statement("ALTER TABLE {$table} ADD CONSTRAINT {$table}_{$other}_id_foreign FOREIGN KEY ({$other}_id) REFERENCES {$other}s ON DELETE ".($other === 'run' ? 'SET NULL' : 'CASCADE'));
            }
        }
        DB::statement('ALTER TABLE price_changes DROP COLUMN run_id');
        $this->states(self::OPEN);
        DB::statement("ALTER TABLE listing_markets ALTER COLUMN offers DROP DEFAULT, ALTER COLUMN offers TYPE jsonb USING offers::text::jsonb, ALTER COLUMN offers SET DEFAULT '[]'");
        DB::statement("ALTER TABLE decisions ALTER COLUMN input TYPE jsonb USING input::jsonb, ADD COLUMN result jsonb NOT NULL DEFAULT '{}', DROP COLUMN from_minor, DROP COLUMN floor_minor, DROP COLUMN ceiling_minor");
        Schema::drop('run_chunks');
        Schema::table('runs', function (Blueprint $table): void {
            $table->dropConstrainedForeignId('resolved_by');
            $table->dropColumn(['state', 'key', 'is_told', 'moves', 'big_moves', 'outcomes', 'resolved_at']);
        });
        Schema::table('workspaces', fn (Blueprint $table) => $table->dropColumn(['brake_listings_percent', 'brake_move_percent']));
    }

    /** A listing has one change on its way at most, one that is held among them. */
    private function states(string $open): void
    {
        DB::statement('ALTER TABLE price_changes DROP CONSTRAINT price_changes_state_check');
        DB::statement("ALTER TABLE price_changes ADD CONSTRAINT price_changes_state_check CHECK (state IN ({$open}, ".self::SETTLED.'))');
        DB::statement('DROP INDEX price_changes_one_open');
        DB::statement("CREATE UNIQUE INDEX price_changes_one_open ON price_changes (listing_id) WHERE state IN ({$open})");
    }
};
