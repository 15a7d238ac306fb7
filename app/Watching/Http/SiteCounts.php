<?php

declare(strict_types=1);

namespace App\Watching\Http;

use Carbon\CarbonImmutable;
use Illuminate\Support\Facades\DB;

/** How the watches of a site are doing. */
final readonly class SiteCounts
{
    /** Fewer that fail are their own trouble, not the site's. */
    private const FEWEST = 3;

    private function __construct(
        public int $watches = 0,
        public int $counting = 0,
        public int $unconfirmed = 0,
        public int $doubtful = 0,
        public int $failing = 0,
        private int $open = 0,
        public ?CarbonImmutable $readAt = null,
    ) {
    }

    /** @return array<int, self> by site; those without watches are left out */
    public static function all(int $workspaceId): array
    {
        $rows = DB::select(
            <<<'SQL'
            SELECT site_id, count(*) AS watches,
                count(*) FILTER (WHERE state = 'confirmed' AND good IS NOT NULL AND NOT is_paused) AS counting,
                count(*) FILTER (WHERE state <> 'confirmed') AS unconfirmed,
                count(*) FILTER (WHERE latest ->> 'verdict' = 'doubtful') AS doubtful,
                count(*) FILTER (WHERE latest ->> 'verdict' = 'failed' AND NOT is_paused) AS failing,
                count(*) FILTER (
                    WHERE NOT is_paused AND latest ->> 'verdict' IS DISTINCT FROM 'failed'
                        AND (state <> 'confirmed' OR latest IS NULL OR latest ->> 'verdict' = 'doubtful')
                ) AS open,
                max((latest ->> 'read_at')::timestamptz) AS read_at
            FROM watches
            WHERE workspace_id = ?
            GROUP BY site_id
            SQL,
            [$workspaceId],
        );
        $counts = [];
        foreach ($rows as $row) {
            $counts[$row->site_id] = new self(
                $row->watches,
                $row->counting,
                $row->unconfirmed,
                $row->doubtful,
                $row->failing,
                $row->open,
                $row->read_at === null ? null : CarbonImmutable::parse($row->read_at),
            );
        }

        return $counts;
    }

    public static function none(): self
    {
        return new self();
    }

    /** How many a person has to look at; where the whole site fails, those that fail are not counted one by one. */
    public function attention(): int
    {
        return $this->open + ($this->isFailing() ? 1 : $this->failing);
    }

    /** Whether at least half of them find no price. */
    public function isFailing(): bool
    {
        return $this->failing >= self::FEWEST && 2 * $this->failing >= $this->watches;
    }
}
