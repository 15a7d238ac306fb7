<?php

declare(strict_types=1);

namespace App\Publishing\Http;

use App\Publishing\Models\ChangeState;
use App\Support\Tenancy\CurrentWorkspace;
use Illuminate\Http\JsonResponse;
use Illuminate\Support\Facades\DB;
use OpenApi\Attributes as OA;
use stdClass;

final readonly class RuleMovesController
{
    #[OA\Get(
        path: '/api/v1/rules/moves',
        operationId: 'ruleMoves',
        summary: 'How many prices each rule moved up and down in the last 24 hours',
        tags: ['Rules'],
        responses: [
            new OA\Response(
                response: 200,
                description: 'Rules that moved none are left out',
                content: new OA\JsonContent(type: 'array', items: new OA\Items(ref: RuleMoves::class)),
            ),
        ],
    )]
    public function __invoke(CurrentWorkspace $current): JsonResponse
    {
        $rows = DB::table('price_changes as p')
            ->join('listings as l', 'l.id', '=', 'p.listing_id')
            ->where('p.workspace_id', $current->id())
            ->where('l.workspace_id', $current->id())
            ->where('p.settled_at', '>', now()->subDay())
            ->where('p.state', ChangeState::Confirmed)
            ->whereNull('p.user_id')
            ->whereNotNull('l.rule_id')
            ->groupBy('l.rule_id')
            ->selectRaw(
                <<<'SQL'
                l.rule_id,
                count(*) FILTER (WHERE p.to_minor > p.from_minor) AS up,
                count(*) FILTER (WHERE p.to_minor < p.from_minor) AS down
                SQL,
            )
            ->get();

        return new JsonResponse(
            $rows->map(fn (stdClass $row) => new RuleMoves($row->rule_id, $row->up, $row->down))->all(),
        );
    }
}
