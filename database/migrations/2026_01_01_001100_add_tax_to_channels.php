<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

return new class extends Migration
{
    public function up(): void
    {
        Schema::table('channels', function (Blueprint $table): void {
            $table->decimal('tax_percent', 7, 4)->nullable();
            $table->boolean('tax_included')->nullable();
        });
    }

    public function down(): void
    {
        Schema::table('channels', fn (Blueprint $table) => $table->dropColumn(['tax_percent', 'tax_included']));
    }
};
