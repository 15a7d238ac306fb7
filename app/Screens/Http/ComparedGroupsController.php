<?php

declare(strict_types=1);

namespace App\Screens\Http;

use App\Accounts\Models\Workspace;
use App\Catalogue\Currencies\OwnCurrency;
use App\Pricing\Models\Rule;
use App\Screens\ComparedGroups;
use Illuminate\Http\JsonResponse;
use OpenApi\Attributes as OA;

final readonly class ComparedGroupsController
{
    #[OA\Get(
        path: '/api/v1/rules/{id}/groups',
        operationId: 'comparedGroups',
        summary: 'The listings a limited rule reprices beside those it holds back',
        tags: ['Rules'],
        parameters: [
            new OA\Parameter(name: 'id', in: 'path', required: true, schema: new OA\Schema(type: 'integer')),
        ],
        responses: [
            new OA\Response(
                response: 200,
                description: 'Both groups',
                content: new OA\JsonContent(
                    type: 'array',
                    items: new OA\Items(ref: '#/components/schemas/ComparedGroup'),
                ),
            ),
        ],
    )]
    public function __invoke(int $id): JsonResponse
    {
        $rule = Rule::query()->findOrFail($id);

        return new JsonResponse(
            (new ComparedGroups($rule, new OwnCurrency(Workspace::query()->findOrFail($rule->workspace_id))))->read(),
        );
    }
}
