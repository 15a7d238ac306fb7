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
        DB::statement('CREATE EXTENSION IF NOT EXISTS pg_trgm');

        Schema::create('workspaces', function (Blueprint $table): void {
            $table->id();
            $table->string('name');
            $table->char('currency', 3);
            $table->decimal('tax_percent', 7, 4)->default(0);
            $table->boolean('tax_included')->default(true);
            $table->boolean('repricing_on')->default(false);
            $table->jsonb('limits')->default('{"floor":[],"ceiling":[]}');
            $table->timestampsTz();
        });
        Schema::create('users', function (Blueprint $table): void {
            $table->id();
            $table->foreignId('workspace_id')->constrained()->cascadeOnDelete();
            $table->string('name');
            $table->string('email')->unique();
            $table->string('password');
            $table->rememberToken();
            $table->timestampsTz();
        });
        Schema::create('channels', function (Blueprint $table): void {
            $table->id();
            $table->foreignId('workspace_id')->constrained()->cascadeOnDelete();
            $table->uuid('key')->unique();
            $table->string('name');
            $table->char('currency', 3);
            $table->string('seller');
            $table->string('base_url');
            $table->text('token');
            $table->text('webhook_secret');
            $table->jsonb('fees')->default('[]');
            $table->boolean('automation_on')->default(true);
            $table->timestampTz('synced_at')->nullable();
            $table->bigInteger('orders_after')->default(0);
            $table->text('problem')->nullable();
            $table->timestampTz('quiet_until')->nullable();
            $table->timestampsTz();
            $table->unique(['workspace_id', 'name']);
        });
        Schema::create('suppliers', function (Blueprint $table): void {
            $table->id();
            $table->foreignId('workspace_id')->constrained()->cascadeOnDelete();
            $table->string('name');
            $table->timestampsTz();
            $table->unique(['workspace_id', 'name']);
        });
        Schema::create('products', function (Blueprint $table): void {
            $table->id();
            $table->foreignId('workspace_id')->constrained()->cascadeOnDelete();
            $table->string('sku');
            $table->string('title');
            $table->string('brand')->nullable();
            $table->string('category')->nullable();
            $table->string('gtin', 14)->nullable();
            $table->foreignId('supplier_id')->nullable()->constrained()->nullOnDelete();
            $table->bigInteger('cost_minor')->nullable();
            $table->bigInteger('extra_cost_minor')->default(0);
            $table->bigInteger('rrp_minor')->nullable();
            $table->bigInteger('map_minor')->nullable();
            $table->timestampsTz();
            $table->unique(['workspace_id', 'sku']);
        });
        DB::statement('ALTER TABLE products ADD CHECK (cost_minor >= 0 AND extra_cost_minor >= 0 AND rrp_minor > 0 AND map_minor > 0)');
        Schema::create('product_costs', function (Blueprint $table): void {
            $table->id();
            $table->foreignId('workspace_id')->constrained()->cascadeOnDelete();
            $table->foreignId('product_id')->constrained()->cascadeOnDelete();
            $table->bigInteger('cost_minor');
            $table->bigInteger('extra_cost_minor');
            $table->timestampTz('effective_from');
            $table->index(['product_id', 'effective_from']);
        });
        Schema::create('listings', function (Blueprint $table): void {
            $table->id();
            $table->foreignId('workspace_id')->constrained()->cascadeOnDelete();
            $table->foreignId('channel_id')->constrained()->cascadeOnDelete();
            $table->foreignId('product_id')->constrained()->cascadeOnDelete();
            $table->string('sku');
            $table->string('item_ref');
            $table->string('title');
            $table->text('search');
            $table->string('condition')->default('new');
            $table->string('fulfilment')->default('merchant');
            $table->bigInteger('price_minor');
            $table->bigInteger('shipping_minor')->default(0);
            $table->bigInteger('list_price_minor')->nullable();
            $table->integer('stock')->nullable();
            $table->jsonb('limits')->default('{"floor":[],"ceiling":[]}');
            $table->unsignedBigInteger('rule_id')->nullable();
            $table->boolean('automation_on')->default(true);
            $table->timestampTz('last_changed_at')->nullable();
            $table->integer('version')->default(1);
            // Where the listing stands, written whenever cost, limits, price or market change.
            $table->bigInteger('floor_minor')->nullable();
            $table->bigInteger('ceiling_minor')->nullable();
            $table->string('problem')->nullable();
            $table->bigInteger('profit_minor')->nullable();
            $table->decimal('margin_percent', 12, 2)->nullable();
            $table->decimal('markup_percent', 12, 2)->nullable();
            $table->integer('rank')->nullable();
            $table->integer('field_size')->default(0);
            $table->bigInteger('lowest_minor')->nullable();
            $table->boolean('holds_buy_box')->default(false);
            // What the last decision said.
            $table->unsignedBigInteger('decision_id')->nullable();
            $table->string('outcome')->nullable();
            $table->string('reason')->nullable();
            $table->timestampTz('decided_at')->nullable();
            $table->timestampsTz();
            $table->unique(['channel_id', 'sku']);
            $table->index(['channel_id', 'item_ref']);
            $table->index(['workspace_id', 'sku', 'id']);
            $table->index(['workspace_id', 'title', 'id']);
            $table->index(['workspace_id', 'price_minor', 'id']);
            $table->index(['workspace_id', 'margin_percent', 'id']);
            $table->index(['workspace_id', 'markup_percent', 'id']);
            $table->index(['workspace_id', 'rank', 'id']);
            $table->index('product_id');
            $table->index('rule_id');
        });
        DB::statement("ALTER TABLE listings ADD CHECK (price_minor > 0), ADD CHECK (shipping_minor >= 0),
            ADD CHECK (floor_minor <= ceiling_minor OR problem = 'limits_conflict')");
        DB::statement('CREATE INDEX listings_search ON listings USING gin (search gin_trgm_ops)');
        Schema::create('imports', function (Blueprint $table): void {
            $table->uuid('id')->primary();
            $table->foreignId('workspace_id')->constrained()->cascadeOnDelete();
            $table->string('file_name');
            $table->jsonb('layout');
            $table->jsonb('result')->nullable();
            $table->timestampTz('applied_at')->nullable();
            $table->timestampsTz();
        });
    }

    public function down(): void
    {
        foreach (['imports', 'listings', 'product_costs', 'products', 'suppliers', 'channels', 'users', 'workspaces'] as $table) {
            Schema::drop($table);
        }
    }
};
