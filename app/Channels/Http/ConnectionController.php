<?php

declare(strict_types=1);

namespace App\Channels\Http;

use App\Accounts\Models\Workspace;
use App\Channels\Actions\ConnectChannel;
use App\Channels\ChannelRefused;
use App\Channels\ChannelUnavailable;
use App\Channels\CircuitBreaker;
use App\Channels\Driver;
use App\Channels\DriverRegistry;
use App\Channels\Models\Channel;
use App\Channels\Outgoing\ForbiddenAddress;
use App\Channels\Outgoing\SftpServer;
use App\Channels\Outgoing\UnknownHost;
use App\Support\Http\KnownCountry;
use App\Support\Http\KnownCurrency;
use App\Support\Http\KnownLanguage;
use App\Support\Messages\Message;
use App\Support\Tenancy\CurrentWorkspace;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Validation\Rule;
use Illuminate\Validation\ValidationException;
use OpenApi\Attributes as OA;

/** Connects channels, changes how they are reached, and finds out whether they can be. */
#[OA\Schema(
    schema: 'ConnectionSettings',
    description: 'By the names of the driver’s fields. Secrets are among what is sent, and never told again; left out, they stay.',
    type: 'object',
    additionalProperties: new OA\AdditionalProperties(type: 'string'),
)]
final readonly class ConnectionController
{
    #[OA\Get(
        path: '/api/v1/channel-drivers',
        operationId: 'listDrivers',
        summary: 'Kinds of channels there are, and what each needs to be connected',
        tags: ['Channels'],
        responses: [
            new OA\Response(
                response: 200,
                description: 'In the order in which they are offered',
                content: new OA\JsonContent(
                    type: 'array',
                    items: new OA\Items(ref: '#/components/schemas/ChannelDriver'),
                ),
            ),
        ],
    )]
    public function drivers(): JsonResponse
    {
        return new JsonResponse(array_map(DriverResource::of(...), DriverRegistry::ALL));
    }

    #[OA\Post(
        path: '/api/v1/channels',
        operationId: 'addChannel',
        summary: 'Connect a channel',
        tags: ['Channels'],
        requestBody: new OA\RequestBody(
            required: true,
            content: new OA\JsonContent(
                required: ['driver', 'name', 'settings'],
                properties: [
                    new OA\Property(property: 'driver', type: 'string'),
                    new OA\Property(property: 'name', type: 'string', maxLength: 60),
                    new OA\Property(property: 'settings', ref: '#/components/schemas/ConnectionSettings'),
                    new OA\Property(
                        property: 'currency',
                        description: 'Of all prices there; ISO 4217. By itself that of the workspace.',
                        type: 'string',
                        nullable: true,
                    ),
                    new OA\Property(
                        property: 'country',
                        description: 'Whose buyers it sells to; ISO 3166-1.',
                        type: 'string',
                        nullable: true,
                    ),
                    new OA\Property(
                        property: 'language',
                        description: 'Of what stands there; BCP 47.',
                        type: 'string',
                        nullable: true,
                    ),
                    new OA\Property(
                        property: 'copy_from',
                        description: 'A channel whose listings are offered there too.',
                        type: 'integer',
                        nullable: true,
                    ),
                ],
            ),
        ),
        responses: [
            new OA\Response(
                response: 201,
                description: 'Connected; secret is what messages to and from it are signed with, and is not told again',
                content: new OA\JsonContent(
                    required: ['channel', 'secret'],
                    properties: [
                        new OA\Property(property: 'channel', ref: '#/components/schemas/ConnectedChannel'),
                        new OA\Property(property: 'secret', type: 'string'),
                    ],
                ),
            ),
            new OA\Response(
                response: 422,
                description: 'What is wrong with which field',
                content: new OA\JsonContent(ref: '#/components/schemas/Problem'),
            ),
        ],
    )]
    public function store(
        Request $request,
        CurrentWorkspace $current,
        ConnectionRules $rules,
        ConnectChannel $connect,
    ): JsonResponse {
        $names = array_map(fn (string $driver) => $driver::name(), DriverRegistry::ALL);
        /**
         * @var array{
         *     driver: string,
         *     name: string,
         *     copy_from?: int|null,
         *     currency?: string|null,
         *     country?: string|null,
         *     language?: string|null,
         * } $given
         */
        $given = $request->validate(
            [
                'driver' => ['required', 'string', Rule::in($names)],
                'name' => [
                    'required',
                    'string',
                    'max:60',
                    Rule::unique('channels')->where('workspace_id', $current->id()),
                ],
                'currency' => ['nullable', 'string', new KnownCurrency()],
                'country' => ['nullable', new KnownCountry()],
                'language' => ['nullable', new KnownLanguage()],
                'copy_from' => [
                    'nullable',
                    'integer',
                    Rule::exists('channels', 'id')->where('workspace_id', $current->id()),
                ],
            ],
            ['name.unique' => Message::of('channel_exists')->stored(), ...ConnectionRules::messages()],
        );
        $settings = $rules->check($request, $given['driver'], isNew: true);
        $channel = $connect->add(
            $given['driver'],
            $given['name'],
            $given['currency'] ?? Workspace::query()->findOrFail($current->id())->currency,
            $settings,
            $given['copy_from'] ?? null,
            $given['country'] ?? null,
            $given['language'] ?? null,
        );

        return new JsonResponse(
            ['channel' => ConnectedChannelResource::of($channel), 'secret' => $channel->webhook_secret],
            201,
        );
    }

    #[OA\Put(
        path: '/api/v1/channels/{id}/connection',
        operationId: 'changeConnection',
        summary: 'Change how a channel is reached; with another server its secrets have to be given again',
        tags: ['Channels'],
        parameters: [
            new OA\Parameter(name: 'id', in: 'path', required: true, schema: new OA\Schema(type: 'integer')),
        ],
        requestBody: new OA\RequestBody(
            required: true,
            content: new OA\JsonContent(
                required: ['settings'],
                properties: [
                    new OA\Property(property: 'settings', ref: '#/components/schemas/ConnectionSettings'),
                    new OA\Property(
                        property: 'revision',
                        description: 'The one that was edited: where someone was faster, the answer is 409.',
                        type: 'integer',
                    ),
                ],
            ),
        ),
        responses: [
            new OA\Response(
                response: 200,
                description: 'As it is now; secret where a new one was made for signing, as the server is another one',
                content: new OA\JsonContent(
                    required: ['channel', 'secret'],
                    properties: [
                        new OA\Property(property: 'channel', ref: '#/components/schemas/ConnectedChannel'),
                        new OA\Property(property: 'secret', type: 'string', nullable: true),
                    ],
                ),
            ),
            new OA\Response(
                response: 409,
                description: 'Someone changed it meanwhile',
                content: new OA\JsonContent(ref: '#/components/schemas/Problem'),
            ),
            new OA\Response(
                response: 422,
                description: 'What is wrong with which field',
                content: new OA\JsonContent(ref: '#/components/schemas/Problem'),
            ),
        ],
    )]
    public function update(Request $request, int $id, ConnectionRules $rules, ConnectChannel $connect): JsonResponse
    {
        $channel = Channel::query()->findOrFail($id);
        $before = $channel->webhook_secret;
        /** @var array{revision?: int} $given */
        $given = $request->validate(['revision' => ['sometimes', 'integer']]);
        $channel = $connect->change(
            $id,
            $rules->check($request, $channel->driver, isNew: false),
            isset($given['revision']) ? (int) $given['revision'] : null,
        );
        $secret = $channel->webhook_secret === $before ? null : $channel->webhook_secret;

        return new JsonResponse(['channel' => ConnectedChannelResource::of($channel), 'secret' => $secret]);
    }

    #[OA\Post(
        path: '/api/v1/channels/{id}/secret',
        operationId: 'renewSecret',
        summary: 'A new secret for signing; the old one ends',
        tags: ['Channels'],
        parameters: [
            new OA\Parameter(name: 'id', in: 'path', required: true, schema: new OA\Schema(type: 'integer')),
        ],
        responses: [
            new OA\Response(
                response: 200,
                description: 'It is not told again',
                content: new OA\JsonContent(
                    required: ['secret'],
                    properties: [new OA\Property(property: 'secret', type: 'string')],
                ),
            ),
        ],
    )]
    public function secret(int $id, ConnectChannel $connect): JsonResponse
    {
        return new JsonResponse(['secret' => $connect->renewSecret($id)->webhook_secret]);
    }

    #[OA\Post(
        path: '/api/v1/channels/{id}/try',
        operationId: 'tryChannel',
        summary: 'See whether a channel can be reached; a file or message without prices is sent where that is the only way to know',
        tags: ['Channels'],
        parameters: [
            new OA\Parameter(name: 'id', in: 'path', required: true, schema: new OA\Schema(type: 'integer')),
        ],
        responses: [
            new OA\Response(
                response: 200,
                description: 'What came of it',
                content: new OA\JsonContent(
                    required: ['works', 'message'],
                    properties: [
                        new OA\Property(property: 'works', type: 'boolean'),
                        new OA\Property(property: 'message', ref: '#/components/schemas/Message'),
                    ],
                ),
            ),
        ],
    )]
    public function try(int $id, DriverRegistry $drivers, CircuitBreaker $breaker): JsonResponse
    {
        $channel = Channel::query()->findOrFail($id);
        try {
            $said = $drivers->of($channel)->check();
            $breaker->succeeded($channel);

            return new JsonResponse(['works' => true, 'message' => $said]);
        } catch (ChannelUnavailable|ChannelRefused $e) {
            return new JsonResponse(['works' => false, 'message' => $e->said()]);
        }
    }

    #[OA\Post(
        path: '/api/v1/channels/host-key',
        operationId: 'readHostKey',
        summary: 'The host key that an SFTP server shows, to be compared with what its operator says',
        tags: ['Channels'],
        requestBody: new OA\RequestBody(
            required: true,
            content: new OA\JsonContent(
                required: ['host'],
                properties: [
                    new OA\Property(property: 'host', type: 'string'),
                    new OA\Property(property: 'port', type: 'integer', nullable: true),
                ],
            ),
        ),
        responses: [
            new OA\Response(
                response: 200,
                description: 'SHA-256, as OpenSSH shows it',
                content: new OA\JsonContent(
                    required: ['fingerprint'],
                    properties: [new OA\Property(property: 'fingerprint', type: 'string')],
                ),
            ),
            new OA\Response(
                response: 422,
                description: 'It cannot be called, or shows none',
                content: new OA\JsonContent(ref: '#/components/schemas/Problem'),
            ),
        ],
    )]
    public function hostKey(Request $request, SftpServer $server): JsonResponse
    {
        /** @var array{host: string, port?: int|string|null} $given */
        $given = $request->validate(
            ['host' => ['required', 'string', 'max:253'], 'port' => ['nullable', 'integer', 'between:1,65535']],
            ConnectionRules::messages(),
        );
        try {
            $fingerprint = $server->fingerprint($given['host'], (int) ($given['port'] ?? SftpServer::PORT));
        } catch (ForbiddenAddress|UnknownHost $e) {
            throw ValidationException::withMessages(['settings.host' => $e->said()]);
        }

        return $fingerprint === null
            ? throw ValidationException::withMessages(['settings.host' => Message::of('host_key_no_answer')])
            : new JsonResponse(['fingerprint' => $fingerprint]);
    }
}
