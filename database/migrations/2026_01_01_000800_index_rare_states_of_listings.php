<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Support\Facades\DB;

/** What few listings are, and people look for: found without looking at all of them. */
return new class extends Migration
{
    private const INDEXES = [
        'listings_with_problem' => '(workspace_id, problem, id) WHERE problem IS NOT NULL',
        'listings_at_floor' => '(workspace_id, id) WHERE price_minor = floor_minor',
        'listings_outside' => '(workspace_id, id) WHERE price_minor < floor_minor OR price_minor > ceiling_minor',
        'listings_paused' => '(workspace_id, id) WHERE NOT automation_on',
        'listings_draft' => '(workspace_id, id) WHERE is_draft',
        'listings_to_look_at' => "(workspace_id, outcome, id) WHERE outcome IN ('change', 'review', 'blocked')",
    ];

    public function up(): void
    {
        foreach (self::INDEXES as $name => $on) {
            DB::statement("CREATE INDEX {$name} ON listings {$on}");
        }
    }

    public function down(): void
    {
        foreach (array_keys(self::INDEXES) as $name) {
            DB::statement("DROP INDEX {$name}");
        }
    }
};
