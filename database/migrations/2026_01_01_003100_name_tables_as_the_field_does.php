<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Schema;

return new class extends Migration
{
    private const NAMES = ['spirals' => 'price_wars', 'standing_decisions' => 'current_decisions', 'standing_days' => 'position_days'];

    public function up(): void
    {
        foreach (self::NAMES as $before => $after) {
            Schema::rename($before, $after);
        }
        $this->forgetLedger('current_decisions');
    }

    public function down(): void
    {
        foreach (self::NAMES as $before => $after) {
            Schema::rename($after, $before);
        }
        $this->forgetLedger('standing_decisions');
    }

    private function forgetLedger(string $decisions): void
    {
        DB::statement(<<<SQL
            CREATE OR REPLACE FUNCTION forget_ledger() RETURNS trigger LANGUAGE plpgsql AS $$
            BEGIN
                DELETE FROM {$decisions} USING gone WHERE listing_id = gone.id;
                DELETE FROM price_changes USING gone WHERE listing_id = gone.id;
                DELETE FROM decisions USING gone WHERE listing_id = gone.id;
                RETURN NULL;
            END $$
            SQL);
    }
};
