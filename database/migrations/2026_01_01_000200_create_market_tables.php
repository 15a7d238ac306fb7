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
        Schema::create('listing_markets', function (Blueprint $table): void {
            $table->foreignId('listing_id')->primary()->constrained()->cascadeOnDelete();
            $table->foreignId('workspace_id')->constrained()->cascadeOnDelete();
            $table->jsonb('offers')->default('[]');
            $table->jsonb('dropped')->default('{}');
            $table->timestampTz('seen_at');
            $table->timestampTz('changed_at');
        });
        Schema::create('rivals', function (Blueprint $table): void {
            $table->id();
            $table->foreignId('workspace_id')->constrained()->cascadeOnDelete();
            $table->foreignId('channel_id')->constrained()->cascadeOnDelete();
            $table->string('seller');
            $table->string('name');
            $table->unique(['channel_id', 'seller']);
        });
        DB::statement('CREATE TABLE market_observations (
            listing_id bigint NOT NULL, workspace_id bigint NOT NULL, observed_at timestamptz NOT NULL,
            price_minor bigint NOT NULL, floor_minor bigint, ceiling_minor bigint, offers jsonb NOT NULL,
            PRIMARY KEY (listing_id, observed_at)) PARTITION BY RANGE (observed_at)');
        DB::statement("CREATE OR REPLACE FUNCTION market_observations_for(month date) RETURNS void LANGUAGE plpgsql AS $$
            DECLARE first date := date_trunc('month', month);
            BEGIN
                EXECUTE format('CREATE TABLE IF NOT EXISTS %I PARTITION OF market_observations FOR VALUES FROM (%L) TO (%L)',
                    'market_observations_' || to_char(first, 'YYYY_MM'), first, (first + interval '1 month')::date);
            END $$");
        for ($month = -3; $month <= 3; $month++) {
            DB::statement("SELECT market_observations_for((date_trunc('month', now()) + interval '{$month} month')::date)");
        }
        Schema::create('sales_days', function (Blueprint $table): void {
            $table->foreignId('listing_id')->constrained()->cascadeOnDelete();
            $table->foreignId('workspace_id')->constrained()->cascadeOnDelete();
            $table->date('day');
            $table->integer('units')->default(0);
            $table->bigInteger('revenue_minor')->default(0);
            $table->boolean('in_stock')->default(true);
            $table->primary(['listing_id', 'day']);
        });
        Schema::create('market_notifications', function (Blueprint $table): void {
            $table->foreignId('channel_id')->constrained()->cascadeOnDelete();
            $table->foreignId('workspace_id')->constrained()->cascadeOnDelete();
            $table->string('webhook_id');
            $table->timestampTz('received_at');
            $table->primary(['channel_id', 'webhook_id']);
            $table->index('received_at');
        });
    }

    public function down(): void
    {
        Schema::drop('market_notifications');
        Schema::drop('sales_days');
        Schema::drop('market_observations');
        DB::statement('DROP FUNCTION market_observations_for(date)');
        Schema::drop('rivals');
        Schema::drop('listing_markets');
    }
};
