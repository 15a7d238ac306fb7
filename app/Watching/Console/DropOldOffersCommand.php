<?php

declare(strict_types=1);

namespace App\Watching\Console;

use App\Support\Tenancy\EachWorkspace;
use App\Watching\Actions\PublishWebOffers;
use Carbon\CarbonImmutable;
use Illuminate\Console\Command;
use Illuminate\Support\Facades\DB;

/** Takes offers out of markets that nobody has seen for too long, or whose watch is over. */
final class DropOldOffersCommand extends Command
{
    private const MOST = 500;

    protected $signature = 'watching:drop-old';

    protected $description = 'Drop offers of other shops that are too old';

    public function handle(EachWorkspace $each, PublishWebOffers $publish): int
    {
        $old = CarbonImmutable::now()->subDays(PublishWebOffers::LONGEST_DAYS)->toRfc3339String();
        $listings = DB::select(
            <<<'SQL'
            SELECT m.workspace_id, m.listing_id
            FROM listing_markets m /* all workspaces */
            WHERE m.web <> '[]' AND EXISTS (
                SELECT FROM jsonb_array_elements(m.web) AS entry
                LEFT JOIN watches w ON w.id = (entry ->> 'watch')::bigint
                WHERE (entry ->> 'seen_at')::timestamptz < ?::timestamptz OR w.id IS NULL OR w.active_until < current_date - 1
            )
            LIMIT ?
            SQL,
            [$old, self::MOST],
        );
        $byWorkspace = [];
        foreach ($listings as $row) {
            $byWorkspace[$row->workspace_id][] = $row->listing_id;
        }
        $isWell = $each->run(
            array_keys($byWorkspace),
            fn (int $workspaceId) => $publish->handle($workspaceId, $byWorkspace[$workspaceId]),
        );

        return $isWell ? self::SUCCESS : self::FAILURE;
    }
}
