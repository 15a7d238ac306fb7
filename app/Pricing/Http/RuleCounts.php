<?php

declare(strict_types=1);

namespace App\Pricing\Http;

use App\Support\Tenancy\CurrentWorkspace;
use Illuminate\Support\Facades\DB;

/** How many listings are on a rule. */
final readonly class RuleCounts
{
    public function __construct(
        public int $listings = 0,
        public int $blocked = 0,
        public int $paused = 0,
        public int $heldBack = 0,
    ) {
    }

    /** @return array<int, self> by rule */
    public static function all(CurrentWorkspace $workspace): array
    {
        $counts = [];
        $rows = DB::table('listings')
            ->where('workspace_id', $workspace->id())
            ->whereNotNull('rule_id')
            ->groupBy('rule_id')
            ->selectRaw(
                <<<'SQL'
                rule_id,
                count(*) AS listings,
                count(problem) AS blocked,
                count(*) FILTER (WHERE NOT automation_on) AS paused,
                count(*) FILTER (WHERE is_compared) AS held_back
                SQL,
            )
            ->get();
        foreach ($rows as $row) {
            $counts[(int) $row->rule_id] = new self(
                (int) $row->listings,
                (int) $row->blocked,
                (int) $row->paused,
                (int) $row->held_back,
            );
        }

        return $counts;
    }
}
