<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

/** So that two people who edit the same settings are told of each other. */
return new class extends Migration
{
    private const TABLES = ['workspaces', 'channels', 'rules'];

    public function up(): void
    {
        foreach (self::TABLES as $table) {
            Schema::table($table, fn (Blueprint $columns) => $columns->integer('revision')->default(1));
        }
    }

    public function down(): void
    {
        foreach (self::TABLES as $table) {
            Schema::table($table, fn (Blueprint $columns) => $columns->dropColumn('revision'));
        }
    }
};
