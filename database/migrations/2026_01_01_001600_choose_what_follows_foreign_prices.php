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
        Schema::table('rules', fn (Blueprint $table) => $table->string('when_changed_elsewhere')->default('put_back'));
        DB::statement("ALTER TABLE rules ADD CHECK (when_changed_elsewhere IN ('put_back', 'adopt'))");
        Schema::table('listings', fn (Blueprint $table) => $table->timestampTz('changed_elsewhere_at')->nullable());
        DB::statement('CREATE INDEX listings_changed_elsewhere ON listings (workspace_id, changed_elsewhere_at) WHERE changed_elsewhere_at IS NOT NULL');
    }

    public function down(): void
    {
        Schema::table('listings', fn (Blueprint $table) => $table->dropColumn('changed_elsewhere_at'));
        Schema::table('rules', fn (Blueprint $table) => $table->dropColumn('when_changed_elsewhere'));
    }
};
