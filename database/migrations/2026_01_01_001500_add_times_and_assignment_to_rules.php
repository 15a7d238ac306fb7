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
        Schema::table('workspaces', fn (Blueprint $table) => $table->jsonb('freeze')->nullable());
        Schema::table('rules', function (Blueprint $table): void {
            $table->jsonb('times')->default('{}');
            $table->integer('stale_minutes')->default(1_440);
            $table->jsonb('assigned')->nullable();
            $table->integer('priority')->default(0);
            $table->foreignId('default_channel_id')->nullable()->unique()->constrained('channels')->nullOnDelete();
            $table->integer('only_listings')->nullable();
            $table->integer('only_percent')->nullable();
            $table->timestampTz('limited_since')->nullable();
        });
        DB::statement('ALTER TABLE rules ALTER COLUMN every_minutes DROP NOT NULL, ADD CHECK (stale_minutes BETWEEN 1 AND 525600), ADD CHECK (only_listings > 0), ADD CHECK (only_percent BETWEEN 1 AND 99), ADD CHECK (only_listings IS NULL OR only_percent IS NULL)');
        Schema::table('listings', function (Blueprint $table): void {
            $table->string('assigned_by')->nullable();
            $table->boolean('is_compared')->default(false);
        });
        DB::update("UPDATE listings SET assigned_by = 'hand' WHERE rule_id IS NOT NULL");
        DB::statement("ALTER TABLE listings ADD CHECK (assigned_by IN ('hand', 'filter', 'default'))");
    }

    public function down(): void
    {
        Schema::table('listings', fn (Blueprint $table) => $table->dropColumn(['assigned_by', 'is_compared']));
        DB::update('UPDATE rules SET every_minutes = 15 WHERE every_minutes IS NULL');
        DB::statement('ALTER TABLE rules ALTER COLUMN every_minutes SET NOT NULL');
        Schema::table('rules', function (Blueprint $table): void {
            $table->dropConstrainedForeignId('default_channel_id');
            $table->dropColumn(['times', 'stale_minutes', 'assigned', 'priority', 'only_listings', 'only_percent', 'limited_since']);
        });
        Schema::table('workspaces', fn (Blueprint $table) => $table->dropColumn('freeze'));
    }
};
