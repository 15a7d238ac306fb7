<?php

declare(strict_types=1);

namespace App\Pricing\Actions;

use App\Accounts\Models\Workspace;
use App\Catalogue\Events\Cause;
use App\Catalogue\Prices\HandPriceTerm;
use App\Pricing\Models\Approval;
use App\Pricing\Models\ApprovalState;
use App\Support\Database\IdArray;
use App\Support\Live\Announce;
use App\Support\Live\Topic;
use App\Support\Messages\Message;
use Illuminate\Database\Eloquent\Builder;
use Illuminate\Support\Facades\DB;

/**
 * Applies people's answers to prices that need approval. One that is approved as it was shown is decided again first:
 * what the market has overtaken does not go out. One with another figure is a price set by hand.
 */
final readonly class AnswerApprovals
{
    private const CHUNK = 200;

    public function __construct(private DecideListings $decide, private SetPrices $set)
    {
    }

    /**
     * @param  array<int, array{seen: int, price: int}>  $prices  by approval: the proposal that was looked at and the
     *     price that is wanted, in minor units
     * @param  int  $afterSeconds  so long those approved as shown wait before they are sent, so that they can be undone
     * @return array<int, Message> why it did not go out, by approval; those that did are left out
     */
    public function approve(
        Workspace $workspace,
        array $prices,
        HandPriceTerm $term,
        int $userId,
        int $afterSeconds = 0,
    ): array {
        $edited = array_filter($prices, fn (array $one) => $one['price'] !== $one['seen']);
        $asShown = array_map(fn (array $one) => $one['seen'], array_diff_key($prices, $edited));

        return array_replace(
            $this->approveAsShown($workspace, $asShown, $userId, $afterSeconds),
            $this->setOthers($workspace, array_map(fn (array $one) => $one['price'], $edited), $term, $userId),
        );
    }

    /**
     * @param  Builder<Approval>  $waiting
     * @param  int  $hours  so long it is not asked about again
     * @return int how many were rejected
     */
    public function reject(Workspace $workspace, Builder $waiting, ?string $note, int $hours, int $userId): int
    {
        return DB::transaction(function () use ($workspace, $waiting, $note, $hours, $userId): int {
            $many = $waiting->update([
                'state' => ApprovalState::Rejected,
                'note' => $note,
                'user_id' => $userId,
                'rests_until' => now()->addHours($hours),
                'settled_at' => now(),
            ]);
            Announce::change($workspace->id, Topic::Approvals);

            return $many;
        });
    }

    /**
     * @param  array<int, int>  $prices  by approval
     * @return array<int, Message>
     */
    private function approveAsShown(Workspace $workspace, array $prices, int $userId, int $afterSeconds): array
    {
        $waiting = $this->waiting($prices);
        $refused = array_fill_keys(array_keys(array_diff_key($prices, $waiting)), Message::of('approval_gone'));
        foreach (array_chunk($waiting, self::CHUNK, preserve_keys: true) as $chunk) {
            $seen = array_intersect_key($prices, $chunk);
            ksort($seen);
            ksort($chunk);
            $answers = new Answers($userId, array_combine($chunk, $seen), $afterSeconds);
            $this->decide->handle($workspace, array_values($chunk), Cause::Approval, answers: $answers);
            foreach ($chunk as $id => $listingId) {
                if (! isset($answers->taken[$listingId])) {
                    $refused[$id] =
                        $answers->refused[$listingId] ??
                        Message::of('approval_no_rule');
                }
            }
        }

        return $refused;
    }

    /**
     * @param  array<int, int>  $prices  by approval
     * @return array<int, Message>
     */
    private function setOthers(Workspace $workspace, array $prices, HandPriceTerm $term, int $userId): array
    {
        if ($prices === []) {
            return [];
        }

        return DB::transaction(function () use ($workspace, $prices, $term, $userId): array {
            $waiting = $this->waiting($prices);
            $wanted = [];
            foreach ($waiting as $id => $listingId) {
                $wanted[$listingId] = $prices[$id];
            }
            $set = $this->set->set($workspace, $wanted, $term, $userId, recordRefused: false);
            $refused = array_fill_keys(array_keys(array_diff_key($prices, $waiting)), Message::of('approval_gone'));
            $taken = [];
            foreach ($waiting as $id => $listingId) {
                if (isset($set->refused[$listingId])) {
                    $refused[$id] = $set->refused[$listingId];
                } else {
                    $taken[$id] = $prices[$id];
                }
            }
            DB::update(
                <<<'SQL'
                UPDATE approvals a
                SET state = 'approved', approved_minor = t.price, user_id = ?, settled_at = now()
                FROM unnest(?::bigint[], ?::bigint[]) AS t(id, price)
                WHERE a.id = t.id
                SQL,
                [$userId, IdArray::of(array_keys($taken)), IdArray::of(array_values($taken))],
            );
            Announce::change($workspace->id, Topic::Approvals);

            return $refused;
        });
    }

    /**
     * @param  array<int, int>  $prices  by approval
     * @return array<int, int> listings, by those of the approvals that still wait
     */
    private function waiting(array $prices): array
    {
        /** @var array<int, int> */
        return Approval::query()
            ->whereIn('id', array_keys($prices))
            ->where('state', ApprovalState::Waiting)
            ->pluck('listing_id', 'id')
            ->all();
    }
}
