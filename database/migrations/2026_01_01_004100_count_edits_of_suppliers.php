<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

/** So that two people who edit the same markup are told of each other. */
return new class extends Migration
{
    public function up(): void
    {
        Schema::table('suppliers', fn (Blueprint $columns) => $columns->integer('revision')->default(1));
    }

    public function down(): void
    {
        Schema::table('suppliers', fn (Blueprint $columns) => $columns->dropColumn('revision'));
    }
};
