<?php

declare(strict_types=1);

namespace App\Alerts\Actions;

use App\Alerts\Models\AlertDestination;
use App\Alerts\Models\DestinationKind;
use App\Support\Live\Announce;
use App\Support\Live\Topic;
use App\Support\Messages\Conflict;
use Carbon\CarbonImmutable;
use Illuminate\Support\Facades\DB;

/** Adds or changes a destination. What one address proves itself by is not told another. */
final readonly class SaveDestination
{
    private const SECRET_BYTES = 32;

    /**
     * @param  array<string, mixed>  $wanted  columns
     * @param  bool|null  $isPaused  null: as it was
     * @param  int|null  $seen  the revision that was edited; null: whatever it is
     *
     * @throws Conflict if it was changed since
     */
    public function handle(?int $id, array $wanted, ?bool $isPaused, ?int $seen): AlertDestination
    {
        return DB::transaction(function () use ($id, $wanted, $isPaused, $seen): AlertDestination {
            $destination = $id === null ? new AlertDestination() : AlertDestination::query()->lockForUpdate()->findOrFail($id);
            $id === null ? $destination->fill($wanted) : $destination->edit($wanted, $seen);
            if ($destination->kind === DestinationKind::Webhook && $destination->isDirty('address')) {
                $destination->secret = 'whsec_'.base64_encode(random_bytes(self::SECRET_BYTES));
            }
            if ($isPaused !== null || $destination->isDirty('address')) {
                $destination->paused_at = $isPaused === true ? ($destination->paused_at ?? CarbonImmutable::now()) : null;
                $destination->paused_because = null;
                $destination->failures = 0;
            }
            $destination->save();
            Announce::change($destination->workspace_id, Topic::Alerts);

            return $destination;
        });
    }
}
