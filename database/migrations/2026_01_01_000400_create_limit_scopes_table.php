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
        Schema::create('limit_scopes', function (Blueprint $table): void {
            $table->id();
            $table->foreignId('workspace_id')->constrained()->cascadeOnDelete();
            $table->string('scope');
            $table->string('name');
            $table->jsonb('limits');
            $table->integer('version')->default(1);
            $table->timestampsTz();
            $table->unique(['workspace_id', 'scope', 'name']);
        });
        DB::statement("ALTER TABLE limit_scopes ADD CHECK (scope IN ('channel', 'supplier', 'category', 'brand', 'product'))");
        Schema::table('products', function (Blueprint $table): void {
            $table->index(['workspace_id', 'category']);
            $table->index(['workspace_id', 'brand']);
            $table->index('supplier_id');
        });
    }

    public function down(): void
    {
        Schema::table('products', function (Blueprint $table): void {
            $table->dropIndex(['workspace_id', 'category']);
            $table->dropIndex(['workspace_id', 'brand']);
            $table->dropIndex(['supplier_id']);
        });
        Schema::drop('limit_scopes');
    }
};
