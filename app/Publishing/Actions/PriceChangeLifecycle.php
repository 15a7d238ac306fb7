<?php

declare(strict_types=1);

namespace App\Publishing\Actions;

use App\Publishing\Models\ChangeState;
use App\Publishing\Models\Feed;
use App\Publishing\Models\PriceChange;
use App\Publishing\Models\WaitsFor;
use App\Support\Database\CopyRows;
use App\Support\Database\IdArray;
use App\Support\Live\Announce;
use App\Support\Live\Topic;
use App\Support\Messages\Message;
use App\Support\Tenancy\CurrentWorkspace;
use Carbon\CarbonInterface;
use Illuminate\Database\Eloquent\Builder;
use Illuminate\Support\Facades\DB;

/**
 * Every transition of price changes. A change that is not in a state from which it may come to the new one is left as
 * it is: someone else was quicker. Within the transaction of the caller, who holds the listings.
 */
final readonly class PriceChangeLifecycle
{
    public function __construct(private CurrentWorkspace $current)
    {
    }

    /** @param  list<array<string, int|string|null>>  $lines  all with the same columns */
    public function open(array $lines): void
    {
        CopyRows::into('price_changes', $lines);
        if ($lines !== []) {
            Announce::change($this->current->id(), Topic::Changes);
        }
    }

    /** @param  Builder<PriceChange>  $changes */
    public function wait(Builder $changes, WaitsFor $for): int
    {
        return $this->move($changes, ChangeState::Waiting, ['waits_for' => $for, 'feed_id' => null, 'problem' => null]);
    }

    /**
     * It waits for nothing any more, or was gathered and cannot have left.
     *
     * @param  Builder<PriceChange>  $changes
     */
    public function queue(Builder $changes): int
    {
        return $this->move($changes, ChangeState::Queued, ['feed_id' => null, 'problem' => null]);
    }

    /** @param  Builder<PriceChange>  $changes */
    public function send(Builder $changes, Feed $feed): int
    {
        return $this->move($changes, ChangeState::Sending, ['feed_id' => $feed->id]);
    }

    /** @param  Builder<PriceChange>  $changes */
    public function accept(Builder $changes): int
    {
        return $this->move($changes, ChangeState::Sent, ['problem' => null]);
    }

    /** @param  Builder<PriceChange>  $changes */
    public function confirm(Builder $changes, CarbonInterface $at): int
    {
        return $this->move($changes, ChangeState::Confirmed, ['problem' => null, 'settled_at' => $at]);
    }

    /** The channel refused it; it may be tried again. */
    public function retry(PriceChange $change, Message $problem, int $afterSeconds): void
    {
        $this->move(self::only($change), ChangeState::Queued, [
            'feed_id' => null,
            'attempts' => $change->attempts + 1,
            'problem' => $problem->stored(),
            'due_at' => now()->addSeconds($afterSeconds),
        ]);
    }

    /** @param  Builder<PriceChange>  $changes */
    public function refuse(Builder $changes, Message $problem): int
    {
        return $this->end($changes, ChangeState::Refused, $problem);
    }

    /** @param  Builder<PriceChange>  $changes */
    public function fail(Builder $changes, Message $problem): int
    {
        return $this->end($changes, ChangeState::Failed, $problem);
    }

    /**
     * @param  Builder<PriceChange>  $changes
     * @param  Message|null  $because  null where a person took it back
     */
    public function withdraw(Builder $changes, ?Message $because): int
    {
        return $this->end(
            $changes,
            ChangeState::Withdrawn,
            $because,
            $because === null ? ['acknowledged_at' => now()] : [],
        );
    }

    /**
     * @param  array<int, Message|null>  $reasons  why it no longer holds, by change; null where a person took it back
     */
    public function withdrawEach(array $reasons): void
    {
        if ($reasons !== []) {
            $from = implode(
                ', ',
                array_map(fn (ChangeState $state) => "'{$state->value}'", ChangeState::Withdrawn->predecessors()),
            );
            DB::update(
                <<<SQL
                UPDATE price_changes p
                SET state = 'withdrawn', waits_for = NULL, feed_id = NULL, problem = r.value, settled_at = now(),
                    acknowledged_at = CASE WHEN r.value IS NULL THEN now() END
                FROM jsonb_each_text(?) r WHERE p.id = r.key::bigint AND p.workspace_id = ? AND p.state IN ({$from})
                SQL,
                [json_encode(
                    (object) array_map(fn (?Message $reason) => $reason?->stored(), $reasons),
                    JSON_THROW_ON_ERROR,
                ), $this->current->id()],
            );
            Announce::change($this->current->id(), Topic::Changes, array_keys($reasons));
        }
    }

    /** @param  Builder<PriceChange>  $changes */
    public function supersede(Builder $changes, ?Message $because = null): int
    {
        return $this->end($changes, ChangeState::Superseded, $because);
    }

    /**
     * @param  list<int>  $ids
     * @return Builder<PriceChange>
     */
    public static function among(array $ids): Builder
    {
        return PriceChange::query()->whereRaw('id = ANY(?)', [IdArray::of($ids)]);
    }

    /** @return Builder<PriceChange> */
    public static function only(PriceChange $change): Builder
    {
        return self::among([$change->id]);
    }

    /**
     * @param  Builder<PriceChange>  $changes
     * @param  array<string, mixed>  $more
     */
    private function end(Builder $changes, ChangeState $state, ?Message $problem, array $more = []): int
    {
        return $this->move($changes, $state, ['problem' => $problem?->stored(), 'settled_at' => now(), ...$more]);
    }

    /**
     * @param  Builder<PriceChange>  $changes
     * @param  array<string, mixed>  $more
     */
    private function move(Builder $changes, ChangeState $state, array $more): int
    {
        $moved = $changes
            ->whereIn('state', $state->predecessors())
            ->update(['state' => $state, 'waits_for' => null, ...$more]);
        if ($moved > 0) {
            Announce::change($this->current->id(), Topic::Changes);
        }

        return $moved;
    }
}
