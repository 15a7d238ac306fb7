<?php

declare(strict_types=1);

namespace App\Pricing\Actions;

use App\Catalogue\Events\ListingsTouched;
use App\Catalogue\Listings\ListingFilter;
use App\Pricing\Models\Rule;
use App\Support\Live\Announce;
use Illuminate\Database\Query\Builder;
use Illuminate\Support\Facades\DB;

/** Puts listings on a rule, or takes them off any. */
final readonly class AssignRule
{
    /**
     * @param  list<int>|null  $listingIds  null = all that the filter finds
     * @param  array<string, mixed>  $filter
     * @return int how many listings changed their rule
     */
    public function handle(int $workspaceId, ?int $ruleId, ?array $listingIds, array $filter): int
    {
        if ($ruleId !== null) {
            Rule::query()->findOrFail($ruleId);
        }

        return DB::transaction(function () use ($workspaceId, $ruleId, $listingIds, $filter): int {
            $ids = self::selection($workspaceId, $listingIds, $filter)
                ->whereRaw('l.rule_id IS DISTINCT FROM ?', [$ruleId])->orderBy('l.id')->lockForUpdate()->pluck('l.id')->all();
            foreach (array_chunk($ids, 1_000) as $chunk) {
                DB::table('listings')->whereIn('id', $chunk)->update(['rule_id' => $ruleId, 'version' => DB::raw('version + 1'), 'updated_at' => now()]);
                event(new ListingsTouched($workspaceId, $chunk, 'rule'));
            }
            Announce::change($workspaceId, 'rules');

            return count($ids);
        });
    }

    /**
     * @param  list<int>|null  $listingIds
     * @param  array<string, mixed>  $filter
     */
    public static function selection(int $workspaceId, ?array $listingIds, array $filter): Builder
    {
        $query = DB::table('listings as l')->where('l.workspace_id', $workspaceId);

        return $listingIds === null ? (new ListingFilter($filter))->apply($query, $workspaceId) : $query->whereIn('l.id', $listingIds);
    }
}
