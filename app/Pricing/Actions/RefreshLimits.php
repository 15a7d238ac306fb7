<?php

declare(strict_types=1);

namespace App\Pricing\Actions;

use App\Accounts\Models\Repricing;
use App\Accounts\Models\Workspace;
use App\Pricing\Deciding\LimitsAlone;
use App\Pricing\Deciding\ListingRows;
use App\Pricing\Deciding\ListingSnapshotWriter;
use App\Support\Database\IdArray;
use Illuminate\Database\Query\Builder;

/**
 * After a change of cost, fee, tax or limits: works out floors and earnings of listings that no rule is repricing at
 * the moment. What their rule, if there is one, said before no longer stands. Within the transaction of the caller.
 */
final readonly class RefreshLimits
{
    /**
     * @param  list<int>  $listingIds
     * @param  list<int>  $except  those with a price on its way: it has to be held against the new limits
     * @return list<int> those that have to be decided on instead: a rule reprices them, or their limits follow the
     *     market
     */
    public function handle(Workspace $workspace, array $listingIds, array $except): array
    {
        $alone = new LimitsAlone($workspace);
        $unpriced = ListingRows::alone($workspace->id)
            ->whereRaw('l.id = ANY(?)', [IdArray::of(array_diff($listingIds, $except))])
            ->whereNotIn(
                'l.id',
                fn (Builder $holds) => $holds
                    ->select('listing_id')
                    ->from('price_holds')
                    ->where('workspace_id', $workspace->id),
            )
            ->when($workspace->repricing !== Repricing::RulesPaused, $this->withoutThoseRepriced(...));
        $done = [];
        foreach (ListingRows::read($unpriced) as $row) {
            $solved = $alone->of($row);
            if ($solved !== null) {
                $done[$row->id] = [$row, ...$solved];
            }
        }
        ListingSnapshotWriter::writeLimits(array_values($done));

        return array_values(array_filter($listingIds, fn (int $id) => ! isset($done[$id])));
    }

    private function withoutThoseRepriced(Builder $query): Builder
    {
        return $query->whereNot(
            fn (Builder $repriced) => $repriced
                ->where('l.automation_on', true)
                ->where('l.is_compared', false)
                ->whereIn('l.rule_id', fn (Builder $rules) => $rules->select('id')->from('rules')->where('is_on', true)),
        );
    }
}
