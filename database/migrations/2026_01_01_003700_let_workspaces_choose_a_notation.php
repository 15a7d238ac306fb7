<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

return new class extends Migration
{
    public function up(): void
    {
        Schema::table('workspaces', fn (Blueprint $columns) => $columns->string('locale', 5)->default('en-GB'));
    }

    public function down(): void
    {
        Schema::table('workspaces', fn (Blueprint $columns) => $columns->dropColumn('locale'));
    }
};
