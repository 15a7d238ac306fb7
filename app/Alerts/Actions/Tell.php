<?php

declare(strict_types=1);

namespace App\Alerts\Actions;

use App\Accounts\Models\Workspace;
use App\Alerts\Models\Alert;
use App\Alerts\Models\AlertMessage;
use App\Alerts\Models\AlertNotice;
use App\Catalogue\Models\Listing;
use Carbon\CarbonImmutable;
use Illuminate\Support\Facades\DB;

/** Keeps what is told, and one delivery for each destination of the alert; it is sent by others. */
final readonly class Tell
{
    private const TIME = 'Y-m-d H:i:s.uP';

    /** @param  list<array{Alert, Listing, AlertNotice}>  $told */
    public function handle(Workspace $workspace, array $told, CarbonImmutable $now): void
    {
        if ($told === []) {
            return;
        }
        $recipients = DB::table('alert_recipients')
            ->where('workspace_id', $workspace->id)
            ->whereIn('alert_id', array_map(fn (array $one): int => $one[0]->id, $told))
            ->get()
            ->groupBy('alert_id');
        $deliveries = [];
        foreach ($told as [$alert, $listing, $notice]) {
            $message = new AlertMessage();
            $message->forceFill([
                'workspace_id' => $workspace->id,
                'alert_id' => $alert->id,
                'listing_id' => $listing->id,
                'document' => $notice->document(),
                'happened_at' => $now,
            ]);
            $message->save();
            $due = $alert->cadence->dueAt($now, $workspace->time_zone, $alert->quiet_from, $alert->quiet_to);
            foreach ($recipients[$alert->id] ?? [] as $recipient) {
                $deliveries[] = [
                    'workspace_id' => $workspace->id,
                    'message_id' => $message->id,
                    'destination_id' => $recipient->destination_id,
                    'due_at' => $due->format(self::TIME),
                ];
            }
        }
        foreach (array_chunk($deliveries, 1_000) as $rows) {
            DB::table('alert_deliveries')->insertOrIgnore($rows);
        }
    }
}
