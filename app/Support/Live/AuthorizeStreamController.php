<?php

declare(strict_types=1);

namespace App\Support\Live;

use App\Support\Tenancy\CurrentWorkspace;
use Illuminate\Http\Request;
use Illuminate\Http\Response;
use OpenApi\Attributes as OA;

/**
 * Says for whom a stream of events is. The web server asks here, and then hands the connection to StreamServer, so that
 * an open page keeps no PHP worker.
 */
final readonly class AuthorizeStreamController
{
    #[OA\Get(
        path: '/api/v1/events',
        operationId: 'events',
        summary: 'A stream of server-sent events: what changed, as it changes',
        tags: ['Live'],
        parameters: [
            new OA\Parameter(
                name: 'Last-Event-ID',
                in: 'header',
                description: 'Of the last event that was received: those that came after it are told first.',
                schema: new OA\Schema(type: 'string'),
            ),
            new OA\Parameter(
                name: 'after',
                in: 'query',
                description: 'The same, for clients that cannot set a header.',
                schema: new OA\Schema(type: 'string'),
            ),
        ],
        responses: [
            new OA\Response(
                response: 200,
                description: 'Events named “change” with a LiveEvent as data, and “reset” where too much was missed to tell',
                content: new OA\MediaType(
                    mediaType: 'text/event-stream',
                    schema: new OA\Schema(ref: '#/components/schemas/LiveEvent'),
                ),
            ),
            new OA\Response(
                response: 401,
                description: 'Nobody is signed in',
                content: new OA\JsonContent(ref: '#/components/schemas/Problem'),
            ),
            new OA\Response(
                response: 429,
                description: 'Too many streams are open for this person',
                content: new OA\JsonContent(ref: '#/components/schemas/Problem'),
            ),
        ],
    )]
    public function __invoke(Request $request, CurrentWorkspace $workspace): Response
    {
        return new Response(null, 204, [
            'X-Stream-Workspace' => (string) $workspace->id(),
            'X-Stream-Person' => (string) $request->user()?->getAuthIdentifier(),
        ]);
    }
}
