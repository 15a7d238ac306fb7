<?php

declare(strict_types=1);

namespace App\Pricing\Actions;

use App\Catalogue\Models\Workspace;
use App\Pricing\Models\Approval;
use App\Support\Live\Announce;
use Illuminate\Support\Facades\DB;

/** What a person says to prices that wait. They are decided again first: what the market has overtaken does not go out. */
final readonly class AnswerApprovals
{
    private const CHUNK = 200;

    public function __construct(private DecideListings $decide)
    {
    }

    /**
     * @param  array<int, array{seen: int, price: int}>  $prices  by approval: the proposal that was looked at and the price that is wanted, in minor units
     * @return array<int, string> why it did not go out, by approval; those that did are left out
     */
    public function approve(Workspace $workspace, array $prices, int $userId): array
    {
        $waiting = Approval::query()->whereIn('id', array_keys($prices))->where('state', 'waiting')->pluck('listing_id', 'id')->all();
        $refused = array_fill_keys(array_keys(array_diff_key($prices, $waiting)), 'It no longer waits: the market moved on, or someone else answered.');
        foreach (array_chunk($waiting, self::CHUNK, preserve_keys: true) as $chunk) {
            $answers = new Answers($userId, array_combine($chunk, array_map(fn (int $id) => $prices[$id], array_keys($chunk))));
            $this->decide->handle($workspace, array_values($chunk), 'approval', answers: $answers);
            foreach ($chunk as $id => $listingId) {
                if (! isset($answers->taken[$listingId])) {
                    $refused[$id] = $answers->refused[$listingId] ?? 'It no longer needs an answer: the rule now says something else.';
                }
            }
        }

        return $refused;
    }

    /**
     * @param  list<int>  $ids
     * @param  int  $hours  so long it is not asked about again
     * @return int how many were rejected
     */
    public function reject(Workspace $workspace, array $ids, ?string $note, int $hours, int $userId): int
    {
        return DB::transaction(function () use ($workspace, $ids, $note, $hours, $userId): int {
            $many = Approval::query()->whereIn('id', $ids)->where('state', 'waiting')->update(['state' => 'rejected', 'note' => $note, 'user_id' => $userId, 'rests_until' => now()->addHours($hours), 'settled_at' => now()]);
            Announce::change($workspace->id, 'approvals');

            return $many;
        });
    }
}
