<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Support\Facades\DB;

return new class extends Migration
{
    private const NAMES = ['cost' => 'costs', 'import' => 'costs', 'product' => 'costs', 'new_product' => 'costs', 'prices' => 'price'];

    public function up(): void
    {
        foreach (self::NAMES as $before => $after) {
            foreach (['decisions', 'runs'] as $table) {
                DB::table($table)->where('cause', $before)->update(['cause' => $after]);
            }
        }
    }

    public function down(): void
    {
    }
};
