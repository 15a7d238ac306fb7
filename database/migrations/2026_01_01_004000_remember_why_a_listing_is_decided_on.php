<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

return new class extends Migration
{
    public function up(): void
    {
        Schema::table('pending_decisions', fn (Blueprint $columns) => $columns->string('cause')->default('market'));
    }

    public function down(): void
    {
        Schema::table('pending_decisions', fn (Blueprint $columns) => $columns->dropColumn('cause'));
    }
};
