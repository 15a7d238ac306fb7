<?php

declare(strict_types=1);

namespace Bench;

use App\Accounts\Models\Workspace;
use App\Alerts\Actions\LookAtListings;
use App\Support\Tenancy\CurrentWorkspace;
use Demo\TrialDatabase;
use Illuminate\Console\Command;
use Illuminate\Support\Facades\DB;

/** Measures whether 10,000 alerts keep up with offers that change. */
final class BenchAlertsCommand extends Command
{
    protected $signature = 'bench:alerts';

    protected $description = 'Measure how alerts keep up';

    protected $hidden = true;

    private const ALERTS = 10_000;

    private const SECONDS = 20;

    private const CHANGES_A_SECOND = 1_000;

    public function handle(CurrentWorkspace $current, LookAtListings $look): int
    {
        TrialDatabase::check();
        $workspace = Workspace::query()->firstOrFail();

        return $current->within($workspace->id, function () use ($workspace, $look): int {
            $this->yardstick($workspace);
            $this->load($workspace);
            $begun = microtime(true);
            while ($look->handle($workspace));
            $this->line(sprintf('first look at %d listings: %.1f s', self::ALERTS, microtime(true) - $begun));
            $this->follow($workspace, $look);

            return self::SUCCESS;
        });
    }

    /** The same changes without an alert. */
    private function yardstick(Workspace $workspace): void
    {
        $begun = microtime(true);
        for ($i = 0; $i < 5; $i++) {
            $this->change($workspace, $i);
        }
        $this->line(sprintf('%d offers changed without alerts: %.2f s', 5 * self::CHANGES_A_SECOND, microtime(true) - $begun));
    }

    private function load(Workspace $workspace): void
    {
        DB::insert(
            <<<'SQL'
            INSERT INTO alerts (workspace_id, name, scope, listing_id, condition, currency, cadence)
            SELECT workspace_id, 'alert ' || id, 'listing', id,
                '{"kind": "any", "conditions": [{"kind": "price_moved", "whose": "lowest", "direction": "down", "percent": "20"}, {"kind": "price_stands", "whose": "any", "relation": "below", "to": "floor"}]}',
                'EUR', 'now'
            FROM listings
            WHERE workspace_id = ?
            ORDER BY id
            LIMIT ?
            SQL,
            [$workspace->id, self::ALERTS],
        );
        DB::insert('INSERT INTO alert_checks (workspace_id, listing_id) SELECT workspace_id, listing_id FROM alerts WHERE workspace_id = ?', [$workspace->id]);
        DB::unprepared('ANALYZE alerts; ANALYZE alert_checks; ANALYZE listing_markets');
    }

    private function follow(Workspace $workspace, LookAtListings $look): void
    {
        $looking = $changing = 0.0;
        for ($second = 0; $second < self::SECONDS; $second++) {
            $begun = microtime(true);
            $this->change($workspace, $second + 5);
            $changed = microtime(true);
            while ($look->handle($workspace));
            $changing += $changed - $begun;
            $looking += microtime(true) - $changed;
        }
        $changes = self::SECONDS * self::CHANGES_A_SECOND;
        $this->line(sprintf('%d offers changed beside %d alerts: %.2f s', $changes, self::ALERTS, $changing));
        $this->line(sprintf(
            'looked at by one process: %.1f s, %.0f a second; told: %d; peak memory %.0f MB, %s',
            $looking,
            $changes / $looking,
            DB::table('alert_messages')->where('workspace_id', $workspace->id)->count(),
            memory_get_peak_usage(true) / 1_048_576,
            MachineLoad::words(),
        ));
    }

    /** One offer of each of a thousand listings that alerts are about, others each time. */
    private function change(Workspace $workspace, int $round): void
    {
        DB::update(
            <<<'SQL'
            UPDATE listing_markets
            SET offers = jsonb_set(offers::jsonb, '{0,price}', to_jsonb(to_char(10 + (listing_id * 7 + ? * 13) % 4000 / 100.0, 'FM99990.00')))::json
            WHERE workspace_id = ? AND listing_id IN (
                SELECT id FROM listings WHERE workspace_id = ? ORDER BY id OFFSET ? LIMIT ?
            )
            SQL,
            [$round, $workspace->id, $workspace->id, $round % 10 * self::CHANGES_A_SECOND, self::CHANGES_A_SECOND],
        );
    }
}
