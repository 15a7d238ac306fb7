<?php

declare(strict_types=1);

namespace App\Alerts\Actions;

use App\Alerts\ActiveAlerts;
use App\Alerts\Models\Alert;
use App\Support\Live\Announce;
use App\Support\Live\Topic;
use App\Support\Messages\Conflict;
use Illuminate\Support\Facades\DB;

/** Makes or changes an alert. What it asks for anew is looked at once, so that later looks have something to compare with. */
final readonly class SaveAlert
{
    /** What is told depends on these. */
    private const LOOKED_FOR = ['scope', 'listing_id', 'product_id', 'rule_id', 'rival_id', 'site_id', 'watch_id', 'filter', 'condition', 'currency'];

    /**
     * @param  array<string, mixed>  $wanted  columns
     * @param  list<int>|null  $destinations  null: as they were
     * @param  int|null  $seen  the revision that was edited; null: whatever it is
     *
     * @throws Conflict if it was changed since
     */
    public function handle(?int $id, array $wanted, ?array $destinations, ?int $userId, ?int $seen): Alert
    {
        return DB::transaction(function () use ($id, $wanted, $destinations, $userId, $seen): Alert {
            $alert = $id === null ? new Alert() : Alert::query()->lockForUpdate()->findOrFail($id);
            $isNew = ! $alert->exists;
            $isNew ? $alert->fill($wanted) : $alert->edit($wanted, $seen);
            $looksForOther = $isNew || $alert->isDirty(self::LOOKED_FOR) || $alert->isDirty('is_paused');
            if ($isNew) {
                $alert->user_id = $userId;
            }
            $alert->save();
            if ($destinations !== null) {
                $alert->destinations()->syncWithPivotValues($destinations, ['workspace_id' => $alert->workspace_id]);
            }
            if ($looksForOther) {
                DB::table('alert_looks')->where('workspace_id', $alert->workspace_id)->where('alert_id', $alert->id)->delete();
                DB::table('alert_checks')->insertUsing(
                    ['workspace_id', 'listing_id'],
                    ActiveAlerts::listings($alert->load(Alert::ABOUT))->select('l.workspace_id', 'l.id'),
                );
            }
            Announce::change($alert->workspace_id, Topic::Alerts);

            return $alert;
        });
    }
}
