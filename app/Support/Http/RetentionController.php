<?php

declare(strict_types=1);

namespace App\Support\Http;

use App\Support\Retention\RetentionRule;
use Illuminate\Http\JsonResponse;
use OpenApi\Attributes as OA;

final readonly class RetentionController
{
    #[OA\Get(
        path: '/api/v1/retention',
        operationId: 'listRetention',
        summary: 'For how long things are kept',
        tags: ['Catalogue'],
        responses: [
            new OA\Response(
                response: 200,
                description: 'As the installation is set up',
                content: new OA\JsonContent(
                    type: 'array',
                    items: new OA\Items(
                        required: ['what', 'days'],
                        properties: [
                            new OA\Property(property: 'what', type: 'string'),
                            new OA\Property(property: 'days', type: 'integer'),
                        ],
                    ),
                ),
            ),
        ],
    )]
    public function __invoke(): JsonResponse
    {
        return new JsonResponse(
            array_map(fn (RetentionRule $rule) => ['what' => $rule->what, 'days' => $rule->days], RetentionRule::all()),
        );
    }
}
