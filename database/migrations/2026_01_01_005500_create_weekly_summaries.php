<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Support\Facades\DB;

/** To which addresses a summary of each week goes, and what became of each. */
return new class extends Migration
{
    public function up(): void
    {
        DB::unprepared(
            <<<'SQL'
            ALTER TABLE alert_destinations ADD COLUMN gets_summary boolean NOT NULL DEFAULT false
                CHECK (NOT gets_summary OR kind = 'email');

            CREATE TABLE weekly_summaries (
                id bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
                workspace_id bigint NOT NULL REFERENCES workspaces ON DELETE CASCADE,
                destination_id bigint NOT NULL REFERENCES alert_destinations ON DELETE CASCADE,
                -- Its Monday.
                week date NOT NULL CHECK (extract(isodow FROM week) = 1),
                key uuid NOT NULL,
                state varchar(10) NOT NULL DEFAULT 'queued' CHECK (state IN ('queued', 'sending', 'delivered', 'failed')),
                due_at timestamptz NOT NULL,
                claimed_at timestamptz,
                attempts smallint NOT NULL DEFAULT 0,
                settled_at timestamptz,
                problem text,
                UNIQUE (destination_id, week)
            );
            CREATE INDEX weekly_summaries_open ON weekly_summaries (due_at) WHERE state IN ('queued', 'sending');
            SQL,
        );
    }

    public function down(): void
    {
        DB::unprepared('DROP TABLE weekly_summaries; ALTER TABLE alert_destinations DROP COLUMN gets_summary;');
    }
};
