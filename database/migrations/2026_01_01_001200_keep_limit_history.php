<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Support\Facades\DB;

return new class extends Migration
{
    public function up(): void
    {
        DB::statement('CREATE TABLE limit_changes (
            id bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY, listing_id bigint NOT NULL REFERENCES listings ON DELETE CASCADE, workspace_id bigint NOT NULL REFERENCES workspaces ON DELETE CASCADE,
            changed_at timestamptz NOT NULL, floor_minor bigint, ceiling_minor bigint)');
        DB::statement('CREATE INDEX limit_changes_of_listing ON limit_changes (listing_id, changed_at)');
        DB::statement('CREATE INDEX limit_changes_old ON limit_changes USING brin (changed_at)');
        $this->states("'queued', 'sending', 'sent', 'confirmed', 'refused', 'drifted', 'superseded', 'withdrawn'");
    }

    public function down(): void
    {
        DB::update("UPDATE price_changes SET state = 'superseded' WHERE state = 'withdrawn'");
        $this->states("'queued', 'sending', 'sent', 'confirmed', 'refused', 'drifted', 'superseded'");
        DB::statement('DROP TABLE limit_changes');
    }

    private function states(string $states): void
    {
        DB::statement('ALTER TABLE price_changes DROP CONSTRAINT price_changes_state_check');
        DB::statement("ALTER TABLE price_changes ADD CONSTRAINT price_changes_state_check CHECK (state IN ({$states}))");
    }
};
