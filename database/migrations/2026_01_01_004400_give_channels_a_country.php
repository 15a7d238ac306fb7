<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

/** Which country's buyers a channel sells to, and in which language: ISO 3166-1 and BCP 47. */
return new class extends Migration
{
    public function up(): void
    {
        Schema::table('channels', function (Blueprint $table): void {
            $table->char('country', 2)->nullable();
            $table->string('language', 12)->nullable();
        });
    }

    public function down(): void
    {
        Schema::table('channels', fn (Blueprint $table) => $table->dropColumn(['country', 'language']));
    }
};
