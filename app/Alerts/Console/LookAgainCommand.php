<?php

declare(strict_types=1);

namespace App\Alerts\Console;

use App\Alerts\ActiveAlerts;
use App\Alerts\Models\Alert;
use App\Support\Tenancy\AcrossWorkspaces;
use App\Support\Tenancy\EachWorkspace;
use Illuminate\Console\Command;
use Illuminate\Support\Facades\DB;
use Wrasse\Core\Document\AlertReader;

/** Has listings looked at of which an alert may have something to say though nothing of them has changed. */
final class LookAgainCommand extends Command
{
    protected $signature = 'alerts:look-again';

    protected $description = 'Look at listings whose alerts go by days, or by our prices on other channels';

    public function handle(EachWorkspace $each): int
    {
        $alerts = AcrossWorkspaces::query(Alert::class)
            ->where('is_paused', false)
            ->whereRaw("condition::text ~ '\"days\"|ours_elsewhere'")
            ->get()
            ->filter(fn (Alert $alert): bool => AlertReader::goesByDays($alert->condition) || AlertReader::looksElsewhere($alert->condition));

        return $each->of($alerts, function (Alert $alert): void {
            DB::table('alert_checks')->insertUsing(
                ['workspace_id', 'listing_id'],
                ActiveAlerts::listings($alert->load(Alert::ABOUT))->select('l.workspace_id', 'l.id'),
            );
        }) ? self::SUCCESS : self::FAILURE;
    }
}
