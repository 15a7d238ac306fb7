<?php

declare(strict_types=1);

namespace App\Screens\Http;

use App\Accounts\Models\Workspace;
use App\Catalogue\Currencies\OwnCurrency;
use App\Pricing\Models\Approval;
use App\Pricing\Models\ApprovalState;
use App\Screens\ListingQuery;
use App\Support\Tenancy\CurrentWorkspace;
use Illuminate\Database\Eloquent\Collection;
use Illuminate\Http\JsonResponse;
use Illuminate\Support\Facades\DB;
use OpenApi\Attributes as OA;

/** Prices that wait for a person, those with the most money at stake first. */
final readonly class WaitingApprovalsController
{
    private const SHOWN = 100;

    #[OA\Get(
        path: '/api/v1/approvals',
        operationId: 'listApprovals',
        summary: 'Prices that wait for a person',
        tags: ['Approvals'],
        responses: [
            new OA\Response(
                response: 200,
                description: 'Those with the most money at stake',
                content: new OA\JsonContent(
                    required: ['approvals', 'counts'],
                    properties: [
                        new OA\Property(
                            property: 'approvals',
                            type: 'array',
                            items: new OA\Items(ref: '#/components/schemas/Approval'),
                        ),
                        new OA\Property(
                            property: 'counts',
                            description: 'How many there are in all, by reason.',
                            type: 'object',
                            additionalProperties: new OA\AdditionalProperties(type: 'integer'),
                        ),
                    ],
                ),
            ),
        ],
    )]
    public function __invoke(CurrentWorkspace $current): JsonResponse
    {
        $own = new OwnCurrency(Workspace::query()->findOrFail($current->id()));
        $waiting = Approval::query()->where('approvals.state', ApprovalState::Waiting);
        $counts = (clone $waiting)
            ->groupBy('reason')
            ->selectRaw('reason, count(*) AS many')
            ->pluck('many', 'reason')
            ->all();
        /** @var Collection<int, Approval> $approvals */
        $approvals = $waiting
            ->with('decision.ruleVersion')
            ->join('listings as l', 'l.id', '=', 'approvals.listing_id')
            ->join('channels as c', 'c.id', '=', 'l.channel_id')
            ->leftJoin(DB::raw($own->factors()), 'own.currency', '=', 'c.currency')
            ->orderByRaw('coalesce(approvals.stake_minor * own.factor, 0) DESC, approvals.id')
            ->limit(self::SHOWN)
            ->get('approvals.*');
        $listings = collect(
            (new ListingQuery($current->id()))->inOrder(array_values($approvals->pluck('listing_id')->all())),
        )->keyBy('id');

        return new JsonResponse([
            'approvals' => $approvals
                ->map(fn (Approval $one) => ApprovalResource::of($one, $listings[$one->listing_id], $own))
                ->values(),
            'counts' => (object) $counts,
        ]);
    }
}
