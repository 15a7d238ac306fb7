<?php

declare(strict_types=1);

namespace App\Publishing\Http;

use App\Accounts\Models\User;
use App\Pricing\Http\ApprovalAnswer;
use App\Pricing\Http\ApprovalController;
use App\Publishing\Actions\UndoAnswers;
use App\Support\Http\IdList;
use Illuminate\Container\Attributes\CurrentUser;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use OpenApi\Attributes as OA;

final readonly class UndoAnswersController
{
    #[OA\Post(
        path: '/api/v1/approvals/undo',
        operationId: 'undoAnswers',
        summary: 'Take back what you have just approved or rejected, as long as nothing was sent',
        tags: ['Approvals'],
        requestBody: new OA\RequestBody(
            required: true,
            content: new OA\JsonContent(
                required: ['ids'],
                properties: [
                    new OA\Property(property: 'ids', type: 'array', items: new OA\Items(type: 'integer')),
                ],
            ),
        ),
        responses: [
            new OA\Response(
                response: 200,
                description: 'What became of them',
                content: new OA\JsonContent(ref: '#/components/schemas/ApprovalAnswer'),
            ),
            new OA\Response(
                response: 422,
                description: 'What is wrong with which field',
                content: new OA\JsonContent(ref: '#/components/schemas/Problem'),
            ),
        ],
    )]
    public function __invoke(Request $request, UndoAnswers $undo, #[CurrentUser] User $user): JsonResponse
    {
        $request->validate(['ids' => ['required', new IdList(ApprovalController::MOST)]]);
        $ids = array_values(array_unique(array_map(intval(...), (array) $request->input('ids'))));
        $refused = $undo->handle($ids, $user->id);

        return new JsonResponse(ApprovalAnswer::of(count($ids) - count($refused), $refused));
    }
}
