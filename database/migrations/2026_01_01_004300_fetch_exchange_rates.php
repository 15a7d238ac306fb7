<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

/** Where a workspace has its exchange rates from, and how the last look there went. */
return new class extends Migration
{
    public function up(): void
    {
        Schema::table('workspaces', function (Blueprint $table): void {
            $table->text('rates_address')->nullable();
            $table->timestampTz('rates_fetched_at')->nullable();
            $table->text('rates_problem')->nullable();
        });
    }

    public function down(): void
    {
        Schema::table(
            'workspaces',
            fn (Blueprint $table) => $table->dropColumn(['rates_address', 'rates_fetched_at', 'rates_problem']),
        );
    }
};
