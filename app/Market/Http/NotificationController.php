<?php

declare(strict_types=1);

namespace App\Market\Http;

use App\Channels\Ports\UntrustedMessage;
use App\Market\Actions\ReceiveNotification;
use Illuminate\Contracts\Encryption\StringEncrypter;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\DB;
use OpenApi\Attributes as OA;
use Symfony\Component\HttpKernel\Exception\NotFoundHttpException;
use Symfony\Component\HttpKernel\Exception\UnauthorizedHttpException;

/**
 * Receives a marketplace's notification that the offers on an item have changed. Web servers may go to
 * public/notifications.php instead, which costs a third.
 */
final readonly class NotificationController
{
    #[OA\Post(
        path: '/api/v1/channels/{key}/notifications',
        operationId: 'notify',
        summary: 'Word from a marketplace, signed as the Standard Webhooks specification says',
        tags: ['Market'],
        parameters: [
            new OA\Parameter(
                name: 'key',
                in: 'path',
                required: true,
                schema: new OA\Schema(type: 'string', format: 'uuid'),
            ),
            new OA\Parameter(
                name: 'webhook-id',
                in: 'header',
                required: true,
                schema: new OA\Schema(type: 'string'),
            ),
            new OA\Parameter(
                name: 'webhook-timestamp',
                in: 'header',
                required: true,
                schema: new OA\Schema(type: 'string'),
            ),
            new OA\Parameter(
                name: 'webhook-signature',
                in: 'header',
                required: true,
                schema: new OA\Schema(type: 'string'),
            ),
        ],
        requestBody: new OA\RequestBody(
            required: true,
            content: new OA\JsonContent(
                required: ['type', 'data'],
                properties: [
                    new OA\Property(property: 'type', type: 'string', example: 'offers.changed'),
                    new OA\Property(
                        property: 'data',
                        type: 'object',
                        required: ['item'],
                        properties: [new OA\Property(property: 'item', type: 'string')],
                    ),
                ],
            ),
        ),
        responses: [
            new OA\Response(response: 202, description: 'Heard'),
            new OA\Response(
                response: 401,
                description: 'Signature does not fit',
                content: new OA\JsonContent(ref: '#/components/schemas/Problem'),
            ),
        ],
    )]
    public function __invoke(Request $request, string $key, StringEncrypter $encrypter): JsonResponse
    {
        $headers = array_map(fn (array $values) => (string) $values[0], $request->headers->all());
        try {
            $isKnown = (new ReceiveNotification(DB::connection()->getPdo(), $encrypter))->handle(
                $key,
                $headers,
                $request->getContent(),
            );
        } catch (UntrustedMessage $e) {
            throw new UnauthorizedHttpException('Signature', $e->getMessage());
        }

        return $isKnown ? new JsonResponse(null, 202) : throw new NotFoundHttpException();
    }
}
