<?php

declare(strict_types=1);

namespace App\Pricing\Http;

use App\Accounts\Models\User;
use App\Accounts\Models\Workspace;
use App\Pricing\Actions\AnswerApprovals;
use App\Pricing\Models\Approval;
use App\Pricing\Models\ApprovalState;
use App\Support\Http\IdList;
use App\Support\Messages\Message;
use App\Support\Tenancy\CurrentWorkspace;
use Illuminate\Container\Attributes\CurrentUser;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Validation\Rule;
use OpenApi\Attributes as OA;
use Wrasse\Core\Trail\Reason;

/** What people answer to prices that wait for them. */
final readonly class ApprovalController
{
    /** So many are answered at once. */
    public const MOST = 500;

    public function __construct(private CurrentWorkspace $current, private AnswerApprovals $answer)
    {
    }

    #[OA\Post(
        path: '/api/v1/approvals/approve',
        operationId: 'approve',
        summary: 'Let waiting prices go out: exactly those that were looked at, by number and figure; each is decided again first',
        tags: ['Approvals'],
        requestBody: new OA\RequestBody(
            required: true,
            content: new OA\JsonContent(
                required: ['approvals'],
                properties: [
                    new OA\Property(
                        property: 'approvals',
                        type: 'array',
                        items: new OA\Items(
                            required: ['id', 'seen'],
                            properties: [
                                new OA\Property(property: 'id', type: 'integer'),
                                new OA\Property(
                                    property: 'seen',
                                    description: 'The proposed price that was looked at.',
                                    type: 'string',
                                ),
                                new OA\Property(
                                    property: 'price',
                                    description: 'Another price, as people type it; it stays within the limits.',
                                    type: 'string',
                                    nullable: true,
                                ),
                            ],
                        ),
                    ),
                    new OA\Property(
                        property: 'stands',
                        description: 'What ends a price that is other than proposed.',
                        type: 'string',
                        enum: ['market', 'hours', 'released'],
                    ),
                    new OA\Property(property: 'hours', type: 'integer', maximum: 2160, minimum: 1),
                    new OA\Property(
                        property: 'undo_seconds',
                        description: 'So long prices approved as shown are not sent yet, so that they can be undone.',
                        type: 'integer',
                        default: 0,
                        maximum: 60,
                        minimum: 0,
                    ),
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
    public function approve(ApproveRequest $request, #[CurrentUser] User $user): JsonResponse
    {
        $workspace = $this->workspace();
        $prices = $request->prices($workspace->money());
        $refused = $this->answer->approve(
            $workspace,
            $prices,
            $request->term($workspace),
            $user->id,
            (int) $request->validated('undo_seconds', 0),
        );

        return $this->answered(count(array_diff_key($prices, $refused)), $refused);
    }

    #[OA\Post(
        path: '/api/v1/approvals/reject',
        operationId: 'reject',
        summary: 'Keep the prices as they are, and do not ask again for a while',
        tags: ['Approvals'],
        requestBody: new OA\RequestBody(
            required: true,
            content: new OA\JsonContent(
                required: ['hours'],
                properties: [
                    new OA\Property(property: 'ids', type: 'array', items: new OA\Items(type: 'integer')),
                    new OA\Property(
                        property: 'reason',
                        description: 'In place of ids: all that wait for this reason.',
                        type: 'string',
                        enum: Reason::OF_REVIEW,
                    ),
                    new OA\Property(property: 'note', description: 'Why.', type: 'string', nullable: true),
                    new OA\Property(
                        property: 'hours',
                        description: 'So long it is not asked about again.',
                        type: 'integer',
                        maximum: 2160,
                        minimum: 1,
                    ),
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
    public function reject(Request $request, #[CurrentUser] User $user): JsonResponse
    {
        /** @var array{ids?: list<int>, reason?: string, note?: string|null, hours: int} $given */
        $given = $request->validate([
            'ids' => ['required_without:reason', new IdList(self::MOST)],
            'reason' => ['required_without:ids', Rule::enum(Reason::class)->only(Reason::OF_REVIEW)],
            'note' => ['nullable', 'string', 'max:255'],
            'hours' => ['required', 'integer', 'min:1', 'max:2160'],
        ]);
        $waiting = Approval::query()->where('state', ApprovalState::Waiting);
        isset($given['reason'])
            ? $waiting->where('reason', $given['reason'])
            : $waiting->whereIn('id', array_map(intval(...), $given['ids'] ?? []));

        return $this->answered(
            $this->answer->reject(
                $this->workspace(),
                $waiting,
                $given['note'] ?? null,
                (int) $given['hours'],
                $user->id,
            ),
            [],
        );
    }

    /** @param  array<int, Message>  $refused */
    private function answered(int $done, array $refused): JsonResponse
    {
        return new JsonResponse(ApprovalAnswer::of($done, $refused));
    }

    private function workspace(): Workspace
    {
        return Workspace::query()->findOrFail($this->current->id());
    }
}
