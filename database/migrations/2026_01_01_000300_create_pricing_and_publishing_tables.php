<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Schema;

return new class extends Migration
{
    public function up(): void
    {
        Schema::create('rules', function (Blueprint $table): void {
            $table->id();
            $table->foreignId('workspace_id')->constrained()->cascadeOnDelete();
            $table->string('name');
            $table->boolean('is_on')->default(false);
            $table->integer('every_minutes')->default(15);
            $table->timestampTz('last_run_at')->nullable();
            $table->timestampsTz();
            $table->unique(['workspace_id', 'name']);
        });
        DB::statement('ALTER TABLE rules ADD CHECK (every_minutes BETWEEN 1 AND 10080)');
        Schema::create('rule_versions', function (Blueprint $table): void {
            $table->id();
            $table->foreignId('workspace_id')->constrained()->cascadeOnDelete();
            $table->foreignId('rule_id')->constrained()->cascadeOnDelete();
            $table->integer('number');
            $table->jsonb('document');
            $table->foreignId('user_id')->nullable()->constrained()->nullOnDelete();
            $table->timestampTz('created_at');
            $table->unique(['rule_id', 'number']);
        });
        DB::unprepared("CREATE OR REPLACE FUNCTION rule_versions_stay() RETURNS trigger LANGUAGE plpgsql AS $$
            BEGIN
                IF NEW.document IS DISTINCT FROM OLD.document OR NEW.number <> OLD.number OR NEW.rule_id <> OLD.rule_id THEN
                    RAISE EXCEPTION 'a rule version is never changed';
                END IF;
                RETURN NEW;
            END $$;
            CREATE TRIGGER rule_versions_stay BEFORE UPDATE ON rule_versions FOR EACH ROW EXECUTE FUNCTION rule_versions_stay();");
        Schema::table('listings', fn (Blueprint $table) => $table->foreign('rule_id')->references('id')->on('rules')->nullOnDelete());
        Schema::create('runs', function (Blueprint $table): void {
            $table->id();
            $table->foreignId('workspace_id')->constrained()->cascadeOnDelete();
            $table->foreignId('rule_id')->nullable()->constrained()->nullOnDelete();
            $table->string('cause');
            $table->integer('total');
            $table->integer('done')->default(0);
            $table->timestampTz('started_at');
            $table->timestampTz('finished_at')->nullable();
            $table->index(['workspace_id', 'started_at']);
        });
        Schema::create('decisions', function (Blueprint $table): void {
            $table->id();
            $table->foreignId('workspace_id')->constrained()->cascadeOnDelete();
            $table->foreignId('listing_id')->constrained()->cascadeOnDelete();
            $table->foreignId('rule_version_id')->constrained()->cascadeOnDelete();
            $table->foreignId('run_id')->nullable()->constrained()->nullOnDelete();
            $table->string('cause');
            $table->string('outcome');
            $table->string('reason');
            $table->bigInteger('price_minor')->nullable();
            $table->jsonb('input');
            $table->jsonb('result');
            $table->timestampTz('decided_at');
            $table->index(['listing_id', 'decided_at']);
        });
        Schema::create('feeds', function (Blueprint $table): void {
            $table->uuid('id')->primary();
            $table->foreignId('workspace_id')->constrained()->cascadeOnDelete();
            $table->foreignId('channel_id')->constrained()->cascadeOnDelete();
            $table->string('state');
            $table->string('channel_ref')->nullable();
            $table->integer('attempts')->default(0);
            $table->timestampTz('due_at', 3);
            $table->text('problem')->nullable();
            $table->timestampsTz(3);
        });
        DB::statement("ALTER TABLE feeds ADD CHECK (state IN ('sending', 'submitted', 'reading_back', 'closed'))");
        DB::statement("CREATE INDEX feeds_open ON feeds (due_at) WHERE state <> 'closed'");
        Schema::create('price_changes', function (Blueprint $table): void {
            $table->id();
            $table->foreignId('workspace_id')->constrained()->cascadeOnDelete();
            $table->foreignId('channel_id')->constrained()->cascadeOnDelete();
            $table->foreignId('listing_id')->constrained()->cascadeOnDelete();
            $table->foreignId('decision_id')->nullable()->constrained()->nullOnDelete();
            $table->foreignUuid('feed_id')->nullable()->constrained()->nullOnDelete();
            $table->bigInteger('from_minor');
            $table->bigInteger('to_minor');
            $table->bigInteger('floor_minor');
            $table->bigInteger('ceiling_minor');
            $table->string('state');
            $table->integer('attempts')->default(0);
            $table->timestampTz('due_at');
            $table->text('problem')->nullable();
            $table->timestampTz('queued_at');
            $table->timestampTz('sent_at')->nullable();
            $table->timestampTz('settled_at')->nullable();
            $table->index(['workspace_id', 'id']);
            $table->index(['listing_id', 'id']);
            $table->index('feed_id');
        });
        DB::statement("ALTER TABLE price_changes ADD CHECK (to_minor BETWEEN floor_minor AND ceiling_minor), ADD CHECK (to_minor > 0),
            ADD CHECK (state IN ('queued', 'sending', 'sent', 'confirmed', 'refused', 'drifted', 'superseded'))");
        DB::statement("CREATE UNIQUE INDEX price_changes_one_open ON price_changes (listing_id) WHERE state IN ('queued', 'sending', 'sent')");
        DB::statement("CREATE INDEX price_changes_queued ON price_changes (channel_id, due_at) WHERE state = 'queued'");
    }

    public function down(): void
    {
        Schema::drop('price_changes');
        Schema::drop('feeds');
        Schema::drop('decisions');
        Schema::drop('runs');
        Schema::table('listings', fn (Blueprint $table) => $table->dropForeign(['rule_id']));
        Schema::drop('rule_versions');
        DB::statement('DROP FUNCTION rule_versions_stay()');
        Schema::drop('rules');
    }
};
