<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

/** For the charts of the last 30 days. What a day was not asked about stays null. */
return new class extends Migration
{
    public function up(): void
    {
        Schema::table('position_days', function (Blueprint $columns): void {
            $columns->decimal('margin_percent', 12, 2)->nullable();
            $columns->decimal('rank', 8, 2)->nullable();
            $columns->integer('changes')->nullable();
            $columns->bigInteger('revenue_minor')->nullable();
            $columns->bigInteger('profit_minor')->nullable();
        });
    }

    public function down(): void
    {
        Schema::table(
            'position_days',
            fn (Blueprint $columns) => $columns->dropColumn([
                'margin_percent',
                'rank',
                'changes',
                'revenue_minor',
                'profit_minor',
            ]),
        );
    }
};
