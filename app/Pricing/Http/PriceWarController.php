<?php

declare(strict_types=1);

namespace App\Pricing\Http;

use App\Accounts\Models\User;
use App\Accounts\Models\Workspace;
use App\Catalogue\Currencies\OwnCurrency;
use App\Market\RecentSales;
use App\Pricing\PriceWars\AnswerPriceWar;
use App\Support\Tenancy\CurrentWorkspace;
use Illuminate\Container\Attributes\CurrentUser;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\DB;
use Illuminate\Validation\Rule;
use OpenApi\Attributes as OA;

/** Rivals with whom we step each other down, and what can be done about it. */
final readonly class PriceWarController
{
    private const SHOWN = 50;

    private const RECENT_HOURS = 24;

    #[OA\Get(
        path: '/api/v1/price-wars',
        operationId: 'listPriceWars',
        summary: 'Listings on which we and a rival step each other down; answered ones last',
        tags: ['Listings'],
        responses: [
            new OA\Response(
                response: 200,
                description: 'In the order of what they come to',
                content: new OA\JsonContent(
                    type: 'array',
                    items: new OA\Items(ref: '#/components/schemas/PriceWar'),
                ),
            ),
        ],
    )]
    public function index(CurrentWorkspace $current): JsonResponse
    {
        $own = new OwnCurrency(Workspace::query()->findOrFail($current->id()));
        $rows = DB::table('price_wars as s')
            ->join('listings as l', 'l.id', '=', 's.listing_id')
            ->join('channels as c', 'c.id', '=', 'l.channel_id')
            ->leftJoin(
                'rivals as r',
                fn ($join) => $join->on('r.channel_id', '=', 'l.channel_id')->on('r.seller', '=', 's.seller'),
            )
            ->leftJoin(
                'rule_versions as v',
                fn ($join) => $join
                    ->on('v.rule_id', '=', 'l.rule_id')
                    ->whereRaw('v.id = (SELECT max(id) FROM rule_versions WHERE rule_id = l.rule_id)'),
            )
            ->leftJoin(DB::raw($own->factors()), 'own.currency', '=', 'c.currency')
            ->leftJoinSub(RecentSales::of($current->id()), 'd', 'd.listing_id', '=', 'l.id')
            ->where('s.workspace_id', $current->id())
            ->where(
                fn ($query) => $query
                    ->where(
                        fn ($open) => $open
                            ->where('s.last_at', '>', now()->subHours(self::RECENT_HOURS))
                            ->where(fn ($new) => $new->whereNull('s.until')->orWhere('s.until', '<=', now())),
                    )
                    ->orWhere(fn ($held) => $held->where('s.until', '>', now())->where('s.answer', '<>', 'leave')),
            )
            ->orderByRaw(
                <<<'SQL'
                coalesce(s.until > now(), false),
                (s.own_from_minor - s.own_to_minor) * coalesce(own.factor, 0) * greatest(1, coalesce(d.units, 1)) DESC,
                s.id
                SQL,
            )
            ->limit(self::SHOWN)
            ->get([
                's.*',
                'l.sku',
                'l.title',
                'l.floor_minor',
                'l.ceiling_minor',
                'l.shipping_minor',
                'c.name as channel',
                'c.currency',
                'r.name',
                'd.units',
                DB::raw("v.document ->> 'kind' AS kind"),
            ]);

        return new JsonResponse($rows->map(PriceWarResource::of(...))->values());
    }

    #[OA\Post(
        path: '/api/v1/price-wars/{id}/answer',
        operationId: 'answerPriceWar',
        summary: 'Stay, go up and stay there, or leave that rival out, for a while; or leave things as they are',
        tags: ['Listings'],
        parameters: [
            new OA\Parameter(name: 'id', in: 'path', required: true, schema: new OA\Schema(type: 'integer')),
        ],
        requestBody: new OA\RequestBody(
            required: true,
            content: new OA\JsonContent(
                required: ['answer', 'hours'],
                properties: [
                    new OA\Property(property: 'answer', type: 'string', enum: AnswerPriceWar::ANSWERS),
                    new OA\Property(property: 'hours', type: 'integer', minimum: 1, maximum: 720),
                ],
            ),
        ),
        responses: [
            new OA\Response(response: 204, description: 'It holds'),
            new OA\Response(
                response: 404,
                description: 'None',
                content: new OA\JsonContent(ref: '#/components/schemas/Problem'),
            ),
        ],
    )]
    public function answer(Request $request, int $id, AnswerPriceWar $answer, #[CurrentUser] User $user): JsonResponse
    {
        /** @var array{answer: string, hours: int|string} $given */
        $given = $request->validate([
            'answer' => ['required', Rule::in(AnswerPriceWar::ANSWERS)],
            'hours' => ['required', 'integer', 'between:1,720'],
        ]);
        $answer->handle($id, $given['answer'], (int) $given['hours'], $user->id);

        return new JsonResponse(null, 204);
    }
}
