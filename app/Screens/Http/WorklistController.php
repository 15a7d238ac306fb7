<?php

declare(strict_types=1);

namespace App\Screens\Http;

use App\Accounts\Models\Workspace;
use App\Catalogue\Currencies\OwnCurrency;
use App\Market\RecentSales;
use App\Pricing\Deciding\DecideNow;
use App\Pricing\Deciding\EvaluatedListing;
use App\Screens\ListingQuery;
use App\Support\Tenancy\CurrentWorkspace;
use Illuminate\Database\Query\Builder;
use Illuminate\Http\JsonResponse;
use Illuminate\Support\Facades\DB;
use OpenApi\Attributes as OA;
use stdClass;
use Wrasse\Core\Money\Currency;
use Wrasse\Core\Trail\Reason;

/** What cannot be priced, by what is in the way; within each, what sold the most comes first. */
final readonly class WorklistController
{
    private const SHOWN = 12;

    public function __construct(private CurrentWorkspace $current, private DecideNow $now)
    {
    }

    #[OA\Get(
        path: '/api/v1/worklist',
        operationId: 'worklist',
        summary: 'What cannot be priced, and why',
        tags: ['Listings'],
        responses: [
            new OA\Response(
                response: 200,
                description: 'By what is in the way',
                content: new OA\JsonContent(
                    type: 'array',
                    items: new OA\Items(ref: '#/components/schemas/WorklistGroup'),
                ),
            ),
        ],
    )]
    public function __invoke(): JsonResponse
    {
        $problems = DB::table('listings')
            ->where('workspace_id', $this->current->id())
            ->whereNotNull('problem')
            ->groupBy('problem')
            ->selectRaw('problem, count(*) AS many')
            ->pluck('many', 'problem')
            ->all();
        $groups = [];
        foreach ($problems as $problem => $many) {
            $listings = $this->listings((string) $problem);
            $groups[] = new WorklistGroup((string) $problem, (int) $many, $listings);
        }

        return new JsonResponse($groups);
    }

    /** @return list<WorklistItem> */
    private function listings(string $problem): array
    {
        $own = new OwnCurrency(Workspace::query()->findOrFail($this->current->id()));
        $rows = DB::table('listings as l')
            ->where('l.workspace_id', $this->current->id())
            ->where('l.problem', $problem)
            ->join('channels as c', 'c.id', '=', 'l.channel_id')
            ->leftJoin(DB::raw($own->factors()), 'own.currency', '=', 'c.currency')
            ->leftJoinSub($this->sold($problem), 'sold', 'sold.listing_id', '=', 'l.id')
            ->orderByRaw('coalesce(sold.revenue_minor * own.factor, 0) DESC, l.id')
            ->limit(self::SHOWN)
            ->get(['l.id', 'sold.revenue_minor'])
            ->all();
        $found = (new ListingQuery($this->current->id()))->inOrder(
            array_map(fn (stdClass $row) => (int) $row->id, $rows),
        );
        $revenue = array_column($rows, 'revenue_minor', 'id');

        return array_map(fn (stdClass $row) => $this->item($row, (int) ($revenue[$row->id] ?? 0), $own), $found);
    }

    /** Only of those listings: the sales of all the others are many. */
    private function sold(string $problem): Builder
    {
        return RecentSales::of($this->current->id())
            ->whereIn(
                'listing_id',
                fn (Builder $listings) => $listings
                    ->select('id')
                    ->from('listings')
                    ->where('workspace_id', $this->current->id())
                    ->where('problem', $problem),
            );
    }

    private function item(stdClass $row, int $revenue, OwnCurrency $own): WorklistItem
    {
        $decided = $row->problem === Reason::LimitsConflict->value ? $this->decide((int) $row->id) : null;
        $binding = fn (string $side): ?TermResource => $decided === null
            ? null
            : collect(TermResource::all($decided))->first(
                fn (TermResource $term) => $term->side === $side && $term->binds,
            );

        return new WorklistItem(
            ListingRow::of($row, $own),
            Currency::of($row->currency)->format($revenue),
            $binding('floor'),
            $binding('ceiling'),
        );
    }

    private function decide(int $id): EvaluatedListing
    {
        return $this->now->of(Workspace::query()->findOrFail($this->current->id()), $id);
    }
}
