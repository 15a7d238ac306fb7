<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

/** Whether it was ours: null for what was observed before that was kept, and where there is no buy box. */
return new class extends Migration
{
    public function up(): void
    {
        Schema::table(
            'market_observations',
            fn (Blueprint $columns) => $columns->boolean('holds_buy_box')->nullable(),
        );
    }

    public function down(): void
    {
        Schema::table('market_observations', fn (Blueprint $columns) => $columns->dropColumn('holds_buy_box'));
    }
};
