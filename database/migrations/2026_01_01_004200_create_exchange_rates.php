<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Schema;

/** Costs in other currencies than that of a listing, and the rates at which they are converted. */
return new class extends Migration
{
    private const COSTS = ['products', 'product_costs'];

    public function up(): void
    {
        Schema::create('exchange_rates', function (Blueprint $table): void {
            $table->id();
            $table->foreignId('workspace_id')->constrained()->cascadeOnDelete();
            $table->char('base', 3);
            $table->char('quote', 3);
            $table->decimal('rate', 24, 12);
            $table->date('day');
            $table->string('source', 80);
            $table->timestampTz('created_at', 6)->useCurrent();
            $table->unique(['workspace_id', 'base', 'quote', 'day', 'source', 'rate']);
            $table->index(['workspace_id', 'base', 'quote', 'day']);
        });
        DB::statement('ALTER TABLE exchange_rates ADD CONSTRAINT exchange_rates_above_zero CHECK (rate > 0 AND base <> quote)');
        Schema::create('rates_in_use', function (Blueprint $table): void {
            $table->id();
            $table->foreignId('workspace_id')->constrained()->cascadeOnDelete();
            $table->char('base', 3);
            $table->char('quote', 3);
            $table->foreignId('exchange_rate_id')->constrained();
            $table->timestampTz('used_since')->useCurrent();
            $table->foreignId('asked_rate_id')->nullable()->constrained('exchange_rates');
            $table->boolean('is_old')->default(false);
            $table->unique(['workspace_id', 'base', 'quote']);
        });
        foreach (self::COSTS as $name) {
            Schema::table($name, fn (Blueprint $table) => $table->char('cost_currency', 3)->nullable());
        }
        Schema::table('suppliers', fn (Blueprint $table) => $table->char('currency', 3)->nullable());
        Schema::table('workspaces', function (Blueprint $table): void {
            $table->decimal('rate_margin_percent', 7, 4)->default(2);
            $table->decimal('rate_step_percent', 7, 4)->default(1);
            $table->integer('rate_days')->default(7);
            $table->string('old_rates', 8)->default('warn');
        });
    }

    public function down(): void
    {
        Schema::table(
            'workspaces',
            fn (Blueprint $table) => $table->dropColumn(['rate_margin_percent', 'rate_step_percent', 'rate_days', 'old_rates']),
        );
        Schema::table('suppliers', fn (Blueprint $table) => $table->dropColumn('currency'));
        foreach (self::COSTS as $name) {
            Schema::table($name, fn (Blueprint $table) => $table->dropColumn('cost_currency'));
        }
        Schema::drop('rates_in_use');
        Schema::drop('exchange_rates');
    }
};
