<?php

declare(strict_types=1);

namespace App\Publishing\Actions;

use App\Pricing\Deciding\ListingRows;
use App\Pricing\Models\Approval;
use App\Pricing\Models\ApprovalState;
use App\Publishing\Models\ChangeState;
use App\Publishing\Models\PriceChange;
use App\Support\Live\Announce;
use App\Support\Live\Topic;
use App\Support\Messages\Message;
use App\Support\Tenancy\CurrentWorkspace;
use Illuminate\Support\Facades\DB;

/** Takes back what a person has just answered, as long as nothing was sent: the prices wait for an answer again. */
final readonly class UndoAnswers
{
    /** An older answer is taken back in the ledger, as a change of its own. */
    private const LATEST_SECONDS = 60;

    public function __construct(private PriceChangeLifecycle $lifecycle, private CurrentWorkspace $current)
    {
    }

    /**
     * @param  list<int>  $ids  of approvals
     * @return array<int, Message> why an answer stands, by approval; those that were taken back are left out
     */
    public function handle(array $ids, int $userId): array
    {
        return DB::transaction(function () use ($ids, $userId): array {
            $answered = $this->answered($ids, $userId);
            ListingRows::hold($this->current->id(), array_values($answered));
            // Once more, as nobody can change them any more.
            $answered = $this->answered($ids, $userId);
            $unsent = PriceChange::query()
                ->whereIn('listing_id', $answered)
                ->where('user_id', $userId)
                ->whereIn('state', ChangeState::NOT_LEFT)
                ->pluck('id', 'listing_id')
                ->all();
            $asksAgain = Approval::query()
                ->whereIn('listing_id', $answered)
                ->where('state', ApprovalState::Waiting)
                ->pluck('listing_id')
                ->all();
            $approved = Approval::query()
                ->whereIn('id', array_keys($answered))
                ->where('state', ApprovalState::Approved)
                ->pluck('listing_id', 'id')
                ->all();
            $sent = array_diff($approved, array_keys($unsent));
            $refused = array_fill_keys(array_diff($ids, array_keys($answered)), Message::of('answer_too_late'));
            foreach (array_keys($sent) as $id) {
                $refused[$id] = Message::of('answer_sent');
            }
            $back = array_diff($answered, $sent, $asksAgain);
            $this->lifecycle->withdrawEach(array_fill_keys(array_intersect_key($unsent, array_flip($back)), null));
            Approval::query()
                ->whereIn('id', array_keys($back))
                ->update([
                    'state' => ApprovalState::Waiting,
                    'approved_minor' => null,
                    'user_id' => null,
                    'note' => null,
                    'rests_until' => null,
                    'settled_at' => null,
                ]);
            Announce::change($this->current->id(), Topic::Approvals);
            Announce::change($this->current->id(), Topic::Changes);

            return $refused;
        });
    }

    /**
     * @param  list<int>  $ids
     * @return array<int, int> listings by approval
     */
    private function answered(array $ids, int $userId): array
    {
        /** @var array<int, int> */
        return Approval::query()
            ->whereIn('id', $ids)
            ->where('user_id', $userId)
            ->whereIn('state', [ApprovalState::Approved, ApprovalState::Rejected])
            ->where('settled_at', '>=', now()->subSeconds(self::LATEST_SECONDS))
            ->pluck('listing_id', 'id')
            ->all();
    }
}
