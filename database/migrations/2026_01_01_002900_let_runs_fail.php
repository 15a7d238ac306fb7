<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Support\Facades\DB;

/** A run that cannot go on ends, and says why. */
return new class extends Migration
{
    public function up(): void
    {
        DB::statement('ALTER TABLE runs DROP CONSTRAINT runs_state_check, ADD COLUMN problem text');
        DB::statement("ALTER TABLE runs ADD CONSTRAINT runs_state_check CHECK (state IN ('deciding', 'held', 'released', 'discarded', 'failed'))");
    }

    public function down(): void
    {
        DB::update("UPDATE runs SET state = 'discarded' WHERE state = 'failed'");
        DB::statement('ALTER TABLE runs DROP CONSTRAINT runs_state_check, DROP COLUMN problem');
        DB::statement("ALTER TABLE runs ADD CONSTRAINT runs_state_check CHECK (state IN ('deciding', 'held', 'released', 'discarded'))");
    }
};
