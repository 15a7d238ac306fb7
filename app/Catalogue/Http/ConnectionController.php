<?php

declare(strict_types=1);

namespace App\Catalogue\Http;

use App\Catalogue\Actions\ConnectChannel;
use App\Catalogue\Channels\ChannelKind;
use App\Catalogue\Channels\ChannelRefused;
use App\Catalogue\Models\Channel;
use App\Catalogue\Models\Workspace;
use App\Support\Http\OutsideAddress;
use App\Support\Tenancy\CurrentWorkspace;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Validation\Rule;
use Illuminate\Validation\ValidationException;
use OpenApi\Attributes as OA;

/** Connects channels: marketplaces, our own shop, files and messages. */
#[OA\Schema(schema: 'Delivery', description: 'How files leave.', required: ['way'], properties: [
    new OA\Property(property: 'way', type: 'string', enum: ['folder', 'email', 'sftp']),
    new OA\Property(property: 'to', description: 'The e-mail address.', type: 'string'),
    new OA\Property(property: 'host', type: 'string'), new OA\Property(property: 'port', type: 'string'), new OA\Property(property: 'user', type: 'string'),
    new OA\Property(property: 'password', description: 'Never told again; left out, it stays.', type: 'string'),
    new OA\Property(property: 'key', description: 'A private key instead of a password; never told again either.', type: 'string'),
    new OA\Property(property: 'folder', type: 'string'),
    new OA\Property(property: 'fingerprint', description: 'Of the server’s host key, as MD5 pairs; a server that shows another gets nothing.', type: 'string'),
])]
final readonly class ConnectionController
{
    private const KINDS = ['marketplace', 'shop', 'file', 'webhook'];

    #[OA\Post(path: '/api/v1/channels', operationId: 'addChannel', summary: 'Connect a channel', tags: ['Catalogue'],
        requestBody: new OA\RequestBody(required: true, content: new OA\JsonContent(required: ['kind', 'name'], properties: [
            new OA\Property(property: 'kind', type: 'string', enum: self::KINDS), new OA\Property(property: 'name', type: 'string', maxLength: 60),
            new OA\Property(property: 'address', description: 'Where a marketplace, a shop or the receiver of messages answers.', type: 'string'),
            new OA\Property(property: 'token', type: 'string'), new OA\Property(property: 'seller', description: 'Our name as a seller on a marketplace.', type: 'string'),
            new OA\Property(property: 'delivery', ref: '#/components/schemas/Delivery'),
            new OA\Property(property: 'copy_from', description: 'A channel whose listings are offered there too.', type: 'integer', nullable: true),
        ])),
        responses: [
            new OA\Response(response: 201, description: 'Connected; secret is what messages to and from it are signed with, and is not told again', content: new OA\JsonContent(required: ['channel', 'secret'], properties: [
                new OA\Property(property: 'channel', ref: '#/components/schemas/Channel'), new OA\Property(property: 'secret', type: 'string'),
            ])),
            new OA\Response(response: 422, description: 'What is wrong with which field', content: new OA\JsonContent(ref: '#/components/schemas/Problem')),
        ])]
    public function store(Request $request, CurrentWorkspace $current, ConnectChannel $connect): JsonResponse
    {
        /** @var array{kind: string, name: string, address?: string|null, token?: string|null, seller?: string|null, delivery?: array<string, string|null>|null, copy_from?: int|null} $given */
        $given = $request->validate([
            'kind' => ['required', Rule::in(self::KINDS)],
            'name' => ['required', 'string', 'max:60', Rule::unique('channels')->where('workspace_id', $current->id())],
            'copy_from' => ['nullable', 'integer'],
            ...self::connection((string) $request->input('kind'), (string) $request->input('delivery.way'), isNew: true),
        ], ['name.unique' => 'There is a channel of that name already.', 'required' => 'This is needed.', 'required_without' => 'A password or a key is needed.']);
        self::checkAddress($given);
        $channel = $connect->add(Workspace::query()->findOrFail($current->id()), $given, $given['copy_from'] ?? null);

        return new JsonResponse(['channel' => ChannelResource::of($channel), 'secret' => $channel->webhook_secret], 201);
    }

    #[OA\Put(path: '/api/v1/channels/{id}/connection', operationId: 'changeConnection', summary: 'Change how a channel is reached', tags: ['Catalogue'],
        parameters: [new OA\Parameter(name: 'id', in: 'path', required: true, schema: new OA\Schema(type: 'integer'))],
        requestBody: new OA\RequestBody(required: true, content: new OA\JsonContent(properties: [
            new OA\Property(property: 'address', type: 'string'), new OA\Property(property: 'token', type: 'string'), new OA\Property(property: 'delivery', ref: '#/components/schemas/Delivery'),
        ])),
        responses: [
            new OA\Response(response: 200, description: 'As it is now', content: new OA\JsonContent(ref: '#/components/schemas/Channel')),
            new OA\Response(response: 422, description: 'What is wrong with which field', content: new OA\JsonContent(ref: '#/components/schemas/Problem')),
        ])]
    public function update(Request $request, int $id, ConnectChannel $connect): JsonResponse
    {
        $channel = Channel::query()->findOrFail($id);
        /** @var array{address?: string|null, token?: string|null, delivery?: array<string, string|null>|null} $given */
        $given = $request->validate(self::connection($channel->kind->value, (string) $request->input('delivery.way'), isNew: false), ['required' => 'This is needed.']);
        self::checkAddress($given);

        return new JsonResponse(ChannelResource::of($connect->change($id, $given)));
    }

    #[OA\Post(path: '/api/v1/channels/{id}/secret', operationId: 'renewSecret', summary: 'A new secret for signing; the old one ends', tags: ['Catalogue'],
        parameters: [new OA\Parameter(name: 'id', in: 'path', required: true, schema: new OA\Schema(type: 'integer'))],
        responses: [new OA\Response(response: 200, description: 'It is not told again', content: new OA\JsonContent(required: ['secret'], properties: [new OA\Property(property: 'secret', type: 'string')]))])]
    public function secret(int $id, ConnectChannel $connect): JsonResponse
    {
        return new JsonResponse(['secret' => $connect->renewSecret($id)->webhook_secret]);
    }

    /** @return array<string, list<mixed>> */
    private static function connection(string $kind, string $way, bool $isNew): array
    {
        $needed = $isNew ? 'required' : 'nullable';
        $address = ['address' => [$needed, 'string', 'max:500', 'url:http,https'], 'token' => [$needed, 'string', 'max:500']];
        $isSftp = $kind === ChannelKind::File->value && $way === 'sftp';

        return match ($kind) {
            ChannelKind::Marketplace->value => [...$address, 'seller' => [$needed, 'string', 'max:100']],
            ChannelKind::Shop->value => $address,
            ChannelKind::Webhook->value => ['address' => [$needed, 'string', 'max:500', 'url:http,https']],
            default => [
                'delivery' => [$needed, 'array:way,to,host,port,user,password,key,folder,fingerprint'], 'delivery.way' => [$needed, Rule::in(['folder', 'email', 'sftp'])],
                'delivery.to' => [$way === 'email' ? 'required' : 'nullable', 'email:rfc', 'max:200'],
                'delivery.host' => [$isSftp ? 'required' : 'nullable', 'string', 'max:200', 'regex:/^[\w.:-]+$/'], 'delivery.port' => ['nullable', 'integer', 'between:1,65535'],
                'delivery.user' => [$isSftp ? 'required' : 'nullable', 'string', 'max:200'], 'delivery.password' => [$isSftp && $isNew ? 'required_without:delivery.key' : 'nullable', 'string', 'max:500'], 'delivery.key' => ['nullable', 'string', 'max:10000'],
                'delivery.folder' => ['nullable', 'string', 'max:300', 'not_regex:#(^|/)\.\.(/|$)#'], 'delivery.fingerprint' => ['nullable', 'string', 'max:60'],
            ],
        };
    }

    /** @param  array{address?: string|null, delivery?: array<string, string|null>|null, ...}  $given */
    private static function checkAddress(array $given): void
    {
        try {
            if (($given['address'] ?? '') !== '' && $given['address'] !== null) {
                OutsideAddress::check($given['address'], 'this channel');
            }
            if (isset($given['delivery']['host'])) {
                OutsideAddress::checkHost($given['delivery']['host'], 'this channel');
            }
        } catch (ChannelRefused $e) {
            throw ValidationException::withMessages([isset($given['delivery']['host']) ? 'delivery.host' : 'address' => $e->getMessage()]);
        }
    }
}
