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
        Schema::create('dismissed_suggestions', function (Blueprint $table): void {
            $table->foreignId('workspace_id')->constrained()->cascadeOnDelete();
            $table->foreignId('listing_id')->constrained()->cascadeOnDelete();
            $table->string('kind');
            $table->timestampTz('until');
            $table->primary(['listing_id', 'kind']);
        });
        DB::statement("ALTER TABLE dismissed_suggestions ADD CHECK (kind IN ('up', 'down'))");
    }

    public function down(): void
    {
        Schema::drop('dismissed_suggestions');
    }
};
