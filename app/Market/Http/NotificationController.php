<?php

declare(strict_types=1);

namespace App\Market\Http;

use App\Catalogue\Models\Channel;
use App\Market\Jobs\ObserveNotifiedJob;
use App\Market\Marketplace\WebhookSignature;
use App\Support\Tenancy\CurrentWorkspace;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Str;
use OpenApi\Attributes as OA;
use Symfony\Component\HttpKernel\Exception\NotFoundHttpException;
use Symfony\Component\HttpKernel\Exception\UnauthorizedHttpException;

/** Takes a marketplace's word that the offers on an item have changed. It is only believed that there is something to look at. */
final readonly class NotificationController
{
    #[OA\Post(path: '/api/v1/channels/{key}/notifications', operationId: 'notify', summary: 'Word from a marketplace, signed as the Standard Webhooks specification says', tags: ['Market'],
        parameters: [
            new OA\Parameter(name: 'key', in: 'path', required: true, schema: new OA\Schema(type: 'string', format: 'uuid')),
            new OA\Parameter(name: 'webhook-id', in: 'header', required: true, schema: new OA\Schema(type: 'string')),
            new OA\Parameter(name: 'webhook-timestamp', in: 'header', required: true, schema: new OA\Schema(type: 'string')),
            new OA\Parameter(name: 'webhook-signature', in: 'header', required: true, schema: new OA\Schema(type: 'string')),
        ],
        requestBody: new OA\RequestBody(required: true, content: new OA\JsonContent(required: ['type', 'data'], properties: [
            new OA\Property(property: 'type', type: 'string', example: 'offers.changed'),
            new OA\Property(property: 'data', type: 'object', required: ['item'], properties: [new OA\Property(property: 'item', type: 'string')]),
        ])),
        responses: [new OA\Response(response: 202, description: 'Heard'), new OA\Response(response: 401, description: 'Signature does not fit', content: new OA\JsonContent(ref: '#/components/schemas/Problem'))])]
    public function __invoke(Request $request, string $key, CurrentWorkspace $workspace): JsonResponse
    {
        // The key in the address is what says which workspace this is for, so it is looked up without one.
        $channel = Str::isUuid($key) ? Channel::query()->withoutGlobalScope('workspace')->where('key', $key)->first() : null;
        if ($channel === null) {
            throw new NotFoundHttpException;
        }
        $id = (string) $request->header('webhook-id');
        if (! (new WebhookSignature($channel->webhook_secret))->fits($id, (string) $request->header('webhook-timestamp'), $request->getContent(), (string) $request->header('webhook-signature'), time())) {
            throw new UnauthorizedHttpException('Signature', 'The signature does not fit.');
        }
        $item = $request->input('data.item');
        if ($request->input('type') === 'offers.changed' && is_string($item) && strlen($item) <= 255) {
            $workspace->enter($channel->workspace_id);
            DB::transaction(function () use ($channel, $id, $item): void {
                $isNew = DB::table('market_notifications')->insertOrIgnore([
                    'channel_id' => $channel->id, 'workspace_id' => $channel->workspace_id, 'webhook_id' => mb_substr($id, 0, 255), 'item' => $item, 'received_at' => now(),
                ]) === 1;
                if ($isNew && ! $channel->isQuiet()) {
                    ObserveNotifiedJob::dispatch($channel->workspace_id, $channel->id);
                }
            });
        }

        return new JsonResponse(null, 202);
    }
}
