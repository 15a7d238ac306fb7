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
        Schema::create('standing_days', function (Blueprint $table): void {
            $table->foreignId('workspace_id')->constrained()->cascadeOnDelete();
            $table->date('day');
            $table->integer('listings');
            $table->integer('buy_box');
            $table->primary(['workspace_id', 'day']);
        });
        DB::statement('CREATE INDEX price_changes_settled ON price_changes (workspace_id, settled_at) WHERE settled_at IS NOT NULL');
    }

    public function down(): void
    {
        DB::statement('DROP INDEX price_changes_settled');
        Schema::drop('standing_days');
    }
};
