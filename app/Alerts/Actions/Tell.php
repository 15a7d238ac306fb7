<?php

declare(strict_types=1);

namespace App\Alerts\Actions;

use App\Accounts\Models\Workspace;
use App\Alerts\Models\Alert;
use App\Alerts\Models\AlertNotice;
use App\Catalogue\Models\Listing;
use Carbon\CarbonImmutable;
use Illuminate\Support\Facades\DB;

/** Keeps what is told, and one delivery for each destination of the alert; it is sent by others. */
final readonly class Tell
{
    private const AT_ONCE = 1_000;

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
        $ids = $this->ids(count($told));
        $messages = $deliveries = [];
        foreach ($told as $i => [$alert, $listing, $notice]) {
            $messages[] = [
                'id' => $ids[$i],
                'workspace_id' => $workspace->id,
                'alert_id' => $alert->id,
                'listing_id' => $listing->id,
                'document' => json_encode($notice->document(), JSON_THROW_ON_ERROR | JSON_UNESCAPED_UNICODE),
                'happened_at' => $now->format(self::TIME),
            ];
            $due = $alert->cadence->dueAt($now, $workspace->time_zone, $alert->quiet_from, $alert->quiet_to);
            foreach ($recipients[$alert->id] ?? [] as $recipient) {
                $deliveries[] = [
                    'workspace_id' => $workspace->id,
                    'message_id' => $ids[$i],
                    'destination_id' => $recipient->destination_id,
                    'due_at' => $due->format(self::TIME),
                ];
            }
        }
        foreach (array_chunk($messages, self::AT_ONCE) as $rows) {
            DB::table('alert_messages')->insert($rows);
        }
        foreach (array_chunk($deliveries, self::AT_ONCE) as $rows) {
            DB::table('alert_deliveries')->insert($rows);
        }
    }

    /** @return list<int> ids of as many messages to come */
    private function ids(int $many): array
    {
        return array_column(
            DB::select("SELECT nextval(pg_get_serial_sequence('alert_messages', 'id')) AS id FROM generate_series(1, ?)", [$many]),
            'id',
        );
    }
}
