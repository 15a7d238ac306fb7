<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Schema;

/** Listings on which we and a rival step each other down, and what was done about it. */
return new class extends Migration
{
    public function up(): void
    {
        Schema::create('spirals', function (Blueprint $table): void {
            $table->id();
            $table->foreignId('workspace_id')->constrained()->cascadeOnDelete();
            $table->foreignId('listing_id')->constrained()->cascadeOnDelete();
            $table->string('seller');
            $table->integer('rounds');
            $table->bigInteger('own_from_minor');
            $table->bigInteger('own_to_minor');
            $table->bigInteger('rival_to_minor');
            $table->timestampTz('since');
            $table->timestampTz('last_at');
            $table->string('answer')->nullable();
            $table->timestampTz('until')->nullable();
            $table->timestampTz('answered_at')->nullable();
            $table->foreignId('user_id')->nullable()->constrained()->nullOnDelete();
            $table->unique(['listing_id', 'seller']);
            $table->index(['workspace_id', 'last_at']);
        });
        DB::statement("ALTER TABLE spirals ADD CHECK (answer IN ('hold', 'step_up', 'ignore', 'leave')), ADD CHECK ((answer IS NULL) = (until IS NULL)), ADD CHECK (own_to_minor < own_from_minor)");
    }

    public function down(): void
    {
        Schema::drop('spirals');
    }
};
