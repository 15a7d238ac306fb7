<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Schema;

return new class extends Migration
{
    private const PARTS = ['inbound_minor', 'packaging_minor', 'handling_minor', 'shipping_cost_minor'];

    public function up(): void
    {
        foreach (['products', 'product_costs'] as $name) {
            Schema::table($name, function (Blueprint $table): void {
                $table->renameColumn('extra_cost_minor', 'inbound_minor');
            });
            Schema::table($name, function (Blueprint $table): void {
                $table->bigInteger('inbound_minor')->default(0)->change();
                foreach (array_slice(self::PARTS, 1) as $part) {
                    $table->bigInteger($part)->default(0);
                }
            });
        }
        DB::statement('ALTER TABLE products ADD CONSTRAINT products_cost_parts CHECK (packaging_minor >= 0 AND handling_minor >= 0 AND shipping_cost_minor >= 0)');
        Schema::table('product_costs', function (Blueprint $table): void {
            $table->bigInteger('cost_minor')->nullable()->change();
            $table->string('source')->default('file');
            $table->foreignId('user_id')->nullable()->constrained()->nullOnDelete();
            $table->timestampTz('taken_at')->nullable();
            $table->timestampTz('effective_from', 6)->change();
        });
        DB::update('UPDATE product_costs SET taken_at = effective_from');
        DB::statement('CREATE INDEX product_costs_due ON product_costs (effective_from) WHERE taken_at IS NULL');
        Schema::table('workspaces', function (Blueprint $table): void {
            $table->decimal('floor_alarm_percent', 7, 4)->default(20);
        });
        Schema::table('listings', function (Blueprint $table): void {
            $table->boolean('is_draft')->default(false);
        });
        Schema::table('price_changes', function (Blueprint $table): void {
            $table->foreignId('user_id')->nullable()->constrained()->nullOnDelete();
        });
        Schema::create('batches', function (Blueprint $table): void {
            $table->uuid('id')->primary();
            $table->foreignId('workspace_id')->constrained()->cascadeOnDelete();
            $table->foreignId('user_id')->nullable()->constrained()->nullOnDelete();
            $table->foreignUuid('import_id')->nullable()->constrained()->cascadeOnDelete();
            $table->string('kind');
            $table->text('title');
            $table->jsonb('spec');
            $table->string('state');
            $table->integer('total')->default(0);
            $table->integer('done')->default(0);
            $table->bigInteger('cursor')->default(0);
            $table->jsonb('counts')->default('{}');
            $table->jsonb('effect')->default('{}');
            $table->text('problem')->nullable();
            $table->timestampTz('applied_at')->nullable();
            $table->timestampTz('undone_at')->nullable();
            $table->timestampsTz();
            $table->index(['workspace_id', 'created_at']);
        });
        DB::statement("ALTER TABLE batches ADD CHECK (state IN ('planning', 'planned', 'applying', 'applied', 'undoing', 'undone', 'failed'))");
        Schema::create('batch_rows', function (Blueprint $table): void {
            $table->foreignUuid('batch_id')->constrained()->cascadeOnDelete();
            $table->foreignId('workspace_id')->constrained()->cascadeOnDelete();
            $table->integer('position');
            $table->integer('line')->nullable();
            $table->text('sku');
            $table->text('key')->nullable();
            $table->bigInteger('product_id')->nullable();
            $table->bigInteger('listing_id')->nullable();
            $table->string('verdict');
            $table->text('why')->nullable();
            $table->jsonb('before')->nullable();
            $table->jsonb('after')->nullable();
            $table->jsonb('cells')->nullable();
            $table->bigInteger('floor_before')->nullable();
            $table->bigInteger('floor_after')->nullable();
            $table->decimal('floor_move', 12, 2)->nullable();
            $table->string('state')->nullable();
            $table->text('note')->nullable();
            $table->primary(['batch_id', 'position']);
            $table->index(['batch_id', 'key']);
        });
        DB::statement("ALTER TABLE batch_rows ADD CHECK (verdict IN ('create', 'change', 'same', 'refused')), ADD CHECK (state IN ('done', 'left', 'undone', 'kept'))");
        DB::statement('CREATE INDEX batch_rows_moves ON batch_rows (batch_id, floor_move) WHERE floor_move IS NOT NULL');
        // Whether a row still has the values that something was worked out from.
        DB::statement('CREATE OR REPLACE FUNCTION still_has(actual jsonb, expected jsonb) RETURNS boolean LANGUAGE sql IMMUTABLE AS $$
            SELECT NOT EXISTS (SELECT 1 FROM jsonb_each(expected) e WHERE actual -> e.key IS DISTINCT FROM e.value) $$');
        Schema::create('import_mappings', function (Blueprint $table): void {
            $table->id();
            $table->foreignId('workspace_id')->constrained()->cascadeOnDelete();
            $table->string('supplier');
            $table->jsonb('columns');
            $table->timestampsTz();
            $table->unique(['workspace_id', 'supplier']);
        });
        Schema::table('imports', function (Blueprint $table): void {
            $table->dropColumn(['result', 'applied_at']);
        });
    }

    public function down(): void
    {
        Schema::table('imports', function (Blueprint $table): void {
            $table->jsonb('result')->nullable();
            $table->timestampTz('applied_at')->nullable();
        });
        foreach (['import_mappings', 'batch_rows', 'batches'] as $table) {
            Schema::drop($table);
        }
        DB::statement('DROP FUNCTION still_has(jsonb, jsonb)');
        Schema::table('price_changes', fn (Blueprint $table) => $table->dropConstrainedForeignId('user_id'));
        Schema::table('listings', fn (Blueprint $table) => $table->dropColumn('is_draft'));
        Schema::table('workspaces', fn (Blueprint $table) => $table->dropColumn('floor_alarm_percent'));
        DB::statement('DROP INDEX product_costs_due');
        Schema::table('product_costs', fn (Blueprint $table) => $table->dropConstrainedForeignId('user_id'));
        Schema::table('product_costs', fn (Blueprint $table) => $table->dropColumn(['source', 'taken_at']));
        foreach (['products', 'product_costs'] as $name) {
            Schema::table($name, fn (Blueprint $table) => $table->dropColumn(array_slice(self::PARTS, 1)));
            Schema::table($name, fn (Blueprint $table) => $table->renameColumn('inbound_minor', 'extra_cost_minor'));
        }
    }
};
