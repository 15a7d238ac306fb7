<?php

declare(strict_types=1);

namespace App\Accounts\Http;

use App\Accounts\Models\User;
use Carbon\CarbonInterface;
use Illuminate\Container\Attributes\CurrentUser;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Laravel\Sanctum\PersonalAccessToken;
use OpenApi\Attributes as OA;

/** Tokens for programs that use the API. */
final readonly class TokenController
{
    #[OA\Get(
        path: '/api/v1/tokens',
        operationId: 'listTokens',
        summary: 'Tokens, without their secret',
        tags: ['Session'],
        responses: [
            new OA\Response(
                response: 200,
                description: 'Tokens',
                content: new OA\JsonContent(type: 'array', items: new OA\Items(ref: '#/components/schemas/Token')),
            ),
        ],
    )]
    public function index(Request $request, #[CurrentUser] User $user): JsonResponse
    {
        return new JsonResponse(
            $user
                ->tokens()
                ->orderBy('id')
                ->get()
                ->map(fn (PersonalAccessToken $token) => $this->resource($token))
                ->values(),
        );
    }

    #[OA\Post(
        path: '/api/v1/tokens',
        operationId: 'createToken',
        summary: 'A new token; its secret is shown this once',
        tags: ['Session'],
        requestBody: new OA\RequestBody(
            required: true,
            content: new OA\JsonContent(
                required: ['name'],
                properties: [new OA\Property(property: 'name', type: 'string')],
            ),
        ),
        responses: [
            new OA\Response(
                response: 201,
                description: 'The token',
                content: new OA\JsonContent(ref: '#/components/schemas/Token'),
            ),
        ],
    )]
    public function store(Request $request, #[CurrentUser] User $user): JsonResponse
    {
        /** @var array{name: string} $given */
        $given = $request->validate(['name' => ['required', 'string', 'max:80']]);
        $token = $user->createToken($given['name']);

        return new JsonResponse($this->resource($token->accessToken, $token->plainTextToken), 201);
    }

    #[OA\Delete(
        path: '/api/v1/tokens/{id}',
        operationId: 'deleteToken',
        summary: 'Withdraw a token',
        tags: ['Session'],
        parameters: [
            new OA\Parameter(name: 'id', in: 'path', required: true, schema: new OA\Schema(type: 'integer')),
        ],
        responses: [new OA\Response(response: 204, description: 'Withdrawn')],
    )]
    public function destroy(Request $request, int $id, #[CurrentUser] User $user): JsonResponse
    {
        $user->tokens()->findOrFail($id)->delete();

        return new JsonResponse(null, 204);
    }

    private function resource(PersonalAccessToken $token, ?string $secret = null): TokenResource
    {
        $lastUsed = $token->getAttribute('last_used_at');

        return new TokenResource(
            (int) $token->getKey(),
            (string) $token->getAttribute('name'),
            $lastUsed instanceof CarbonInterface ? $lastUsed->toIso8601ZuluString() : null,
            $secret,
        );
    }
}
