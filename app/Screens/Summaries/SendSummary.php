<?php

declare(strict_types=1);

namespace App\Screens\Summaries;

use App\Accounts\Models\Workspace;
use App\Alerts\Destinations\DeliveryFailed;
use App\Alerts\Destinations\OutgoingMail;
use App\Alerts\Models\AlertDestination;
use Carbon\CarbonImmutable;
use Illuminate\Database\Query\Builder;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\URL;
use stdClass;

/**
 * Sends the summary of a week. Its key is made before it leaves and stays: a process that dies, or an answer that gets
 * lost, has it sent again under the same one, by which the mailbox knows it.
 */
final readonly class SendSummary
{
    /** A process that has not come back by then has died. */
    public const INTERRUPTED_SECONDS = 150;

    private const FIRST_WAIT_SECONDS = 60;

    /** Tried for about two days; then the week is past. */
    private const MOST_ATTEMPTS = 12;

    private const LONGEST_WAIT_SECONDS = 21_600;

    private const TIME = 'Y-m-d H:i:sP';

    public function handle(int $workspaceId, int $summaryId): void
    {
        $summary = DB::transaction(fn (): ?stdClass => $this->claim($workspaceId, $summaryId));
        $destination = $summary === null ? null : AlertDestination::query()->find($summary->destination_id);
        if ($summary === null || $destination === null) {
            return;
        }
        if (! $destination->gets_summary || $destination->paused_at !== null) {
            self::row($workspaceId, $summaryId)->update(['state' => 'failed', 'settled_at' => self::now()]);

            return;
        }
        $workspace = Workspace::query()->findOrFail($workspaceId);
        try {
            self::send(
                $destination,
                new WeeklySummary($workspace, CarbonImmutable::parse($summary->week, $workspace->time_zone)),
                $summary->key,
            );
        } catch (DeliveryFailed $e) {
            $this->failed($workspaceId, $summary, $e);

            return;
        }
        self::row($workspaceId, $summaryId)->update(['state' => 'delivered', 'settled_at' => self::now(), 'problem' => null]);
    }

    /** @throws DeliveryFailed */
    public static function send(AlertDestination $destination, WeeklySummary $summary, string $key): void
    {
        OutgoingMail::send(
            $destination->address,
            "{$summary->workspace->name}: {$summary->monday->format('j M')} to {$summary->sunday()->format('j M Y')}",
            'summaries.mail',
            ['summary' => $summary],
            $key,
            url(URL::signedRoute('summaries.unsubscribe', ['destination' => $destination->id], absolute: false)),
        );
    }

    /** @return stdClass|null null: it is settled, or somebody else is sending it */
    private function claim(int $workspaceId, int $summaryId): ?stdClass
    {
        $summary = self::row($workspaceId, $summaryId)->lockForUpdate()->first();
        $now = CarbonImmutable::now();
        $isFree = match ($summary->state ?? null) {
            'queued' => CarbonImmutable::parse($summary->due_at) <= $now,
            'sending' => CarbonImmutable::parse($summary->claimed_at)->addSeconds(self::INTERRUPTED_SECONDS) <= $now,
            default => false,
        };
        if (! $isFree) {
            return null;
        }
        self::row($workspaceId, $summaryId)->update([
            'state' => 'sending',
            'claimed_at' => self::now(),
            'attempts' => DB::raw('attempts + 1'),
        ]);

        return self::row($workspaceId, $summaryId)->first();
    }

    private function failed(int $workspaceId, stdClass $summary, DeliveryFailed $failure): void
    {
        $isGivenUp = $failure->isFinal || $summary->attempts >= self::MOST_ATTEMPTS;
        $wait = min(self::LONGEST_WAIT_SECONDS, self::FIRST_WAIT_SECONDS * 2 ** ($summary->attempts - 1));
        self::row($workspaceId, $summary->id)->update([
            'state' => $isGivenUp ? 'failed' : 'queued',
            'due_at' => CarbonImmutable::now()->addSeconds($wait)->format(self::TIME),
            'settled_at' => $isGivenUp ? self::now() : null,
            'problem' => $failure->problem->stored(),
        ]);
    }

    private static function row(int $workspaceId, int $summaryId): Builder
    {
        return DB::table('weekly_summaries')->where('workspace_id', $workspaceId)->where('id', $summaryId);
    }

    private static function now(): string
    {
        return CarbonImmutable::now()->format(self::TIME);
    }
}
