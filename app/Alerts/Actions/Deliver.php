<?php

declare(strict_types=1);

namespace App\Alerts\Actions;

use App\Alerts\Destinations\DeliveryFailed;
use App\Alerts\Destinations\Senders;
use App\Alerts\Models\AlertDestination;
use App\Alerts\Models\AlertMessage;
use App\Alerts\Models\DestinationKind;
use Carbon\CarbonImmutable;
use Illuminate\Database\Query\Builder;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Str;

/**
 * Sends what is due to one destination. What is sent together gets a key before it leaves and keeps it: a process that
 * dies, or an answer that gets lost, has it sent again under the same key, by which whoever receives it knows it.
 */
final readonly class Deliver
{
    /** A process that has not come back by then has died. */
    public const INTERRUPTED_SECONDS = 150;

    /** A room of a chat gets one at a time: it does not know what is sent to it again. */
    private const AT_ONCE = 50;

    private const FIRST_WAIT_SECONDS = 30;

    private const LONGEST_WAIT_SECONDS = 21_600;

    /**
     * After so many refusals for good in a row nothing is sent there until a person has looked; what is refused then once
     * more is given up, so that it does not stand in the way of the rest.
     */
    private const MOST_FINAL = 3;

    private const TIME = 'Y-m-d H:i:s.uP';

    public function __construct(private Senders $senders)
    {
    }

    /** @return bool whether there may be more */
    public function handle(int $workspaceId, int $destinationId): bool
    {
        $key = DB::transaction(fn (): ?string => $this->claim($workspaceId, $destinationId));
        if ($key === null) {
            return false;
        }
        $destination = AlertDestination::query()->findOrFail($destinationId);
        $messages = AlertMessage::query()
            ->whereIn('id', self::batch($workspaceId, $key)->select('message_id'))
            ->with(['alert', 'listing'])
            ->orderBy('id')
            ->get()
            ->all();
        try {
            if ($messages !== []) {
                $this->senders->of($destination->kind)->send($destination, $messages, $key);
            }
        } catch (DeliveryFailed $e) {
            DB::transaction(fn () => $this->failed($workspaceId, $destinationId, $key, $e));

            return false;
        }
        DB::transaction(fn () => $this->delivered($workspaceId, $destinationId, $key));

        return true;
    }

    /** @return string|null the key of what is to be sent; null: nothing is, or somebody else is sending */
    private function claim(int $workspaceId, int $destinationId): ?string
    {
        $destination = AlertDestination::query()->lockForUpdate()->find($destinationId);
        if ($destination === null || $destination->paused_at !== null) {
            return null;
        }
        $now = CarbonImmutable::now();
        $ofIt = fn (): Builder => DB::table('alert_deliveries')->where('workspace_id', $workspaceId)->where('destination_id', $destinationId);
        $underWay = $ofIt()->where('state', 'sending')->first(['batch', 'claimed_at']);
        if ($underWay !== null && CarbonImmutable::parse($underWay->claimed_at)->addSeconds(self::INTERRUPTED_SECONDS) > $now) {
            return null;
        }
        $due = $ofIt()->where('state', 'queued')->where('due_at', '<=', $now->format(self::TIME));
        $key = $underWay->batch ?? (clone $due)->whereNotNull('batch')->orderBy('id')->value('batch');
        if ($key === null) {
            $ids = $due->orderBy('id')->limit($destination->kind === DestinationKind::Chat ? 1 : self::AT_ONCE)->pluck('id');
            $key = $ids->isEmpty() ? null : (string) Str::uuid();
            DB::table('alert_deliveries')->where('workspace_id', $workspaceId)->whereIn('id', $ids)->update(['batch' => $key]);
        }
        if ($key !== null) {
            self::batch($workspaceId, $key)->update([
                'state' => 'sending',
                'claimed_at' => $now->format(self::TIME),
                'attempts' => DB::raw('attempts + 1'),
            ]);
        }

        return $key;
    }

    private static function batch(int $workspaceId, string $key): Builder
    {
        return DB::table('alert_deliveries')->where('workspace_id', $workspaceId)->where('batch', $key);
    }

    private function delivered(int $workspaceId, int $destinationId, string $key): void
    {
        self::batch($workspaceId, $key)->update(['state' => 'delivered', 'settled_at' => self::now(), 'problem' => null]);
        AlertDestination::query()->whereKey($destinationId)->where('failures', '>', 0)->update(['failures' => 0]);
    }

    private function failed(int $workspaceId, int $destinationId, string $key, DeliveryFailed $failure): void
    {
        $destination = AlertDestination::query()->lockForUpdate()->findOrFail($destinationId);
        $destination->failures++;
        if ($destination->failures >= ($failure->isFinal ? self::MOST_FINAL : AlertDestination::MOST_FAILURES)) {
            $destination->paused_at = CarbonImmutable::now();
            $destination->paused_because = $failure->problem;
        }
        $destination->save();
        $wait = min(self::LONGEST_WAIT_SECONDS, $failure->retrySeconds ?? self::FIRST_WAIT_SECONDS * 2 ** min(20, $destination->failures - 1));
        if ($failure->isFinal) {
            self::batch($workspaceId, $key)->increment('refusals');
        }
        $isGivenUp = $failure->isFinal && self::batch($workspaceId, $key)->min('refusals') > self::MOST_FINAL;
        self::batch($workspaceId, $key)->update([
            'state' => $isGivenUp ? 'failed' : 'queued',
            'due_at' => CarbonImmutable::now()->addSeconds($wait)->format(self::TIME),
            'settled_at' => $isGivenUp ? self::now() : null,
            'problem' => $failure->problem->stored(),
        ]);
    }

    private static function now(): string
    {
        return CarbonImmutable::now()->format(self::TIME);
    }
}
