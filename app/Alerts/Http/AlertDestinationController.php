<?php

declare(strict_types=1);

namespace App\Alerts\Http;

use App\Alerts\Actions\SaveDestination;
use App\Alerts\Actions\TryDestination;
use App\Alerts\Destinations\DeliveryFailed;
use App\Alerts\Models\AlertDestination;
use App\Alerts\Models\DestinationKind;
use App\Channels\Outgoing\AddressGuard;
use App\Channels\Outgoing\ForbiddenAddress;
use App\Channels\Outgoing\UnknownHost;
use App\Channels\Outgoing\WebAddress;
use App\Support\Live\Announce;
use App\Support\Live\Topic;
use App\Support\Messages\Message;
use App\Support\Tenancy\CurrentWorkspace;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Response;
use Illuminate\Support\Facades\DB;
use Illuminate\Validation\Rule;
use Illuminate\Validation\ValidationException;
use OpenApi\Attributes as OA;

/** Where messages go. */
final readonly class AlertDestinationController
{
    private const SHOWN_DELIVERIES = 50;

    private const LONGEST_TEMPLATE = 10_000;

    public function __construct(private CurrentWorkspace $current, private AddressGuard $guard)
    {
    }

    #[OA\Get(
        path: '/api/v1/alert-destinations',
        operationId: 'listAlertDestinations',
        summary: 'Where messages of alerts go',
        tags: ['Alerts'],
        responses: [
            new OA\Response(response: 200, description: 'By name', content: new OA\JsonContent(type: 'array', items: new OA\Items(ref: '#/components/schemas/AlertDestination'))),
        ],
    )]
    public function index(): JsonResponse
    {
        $waiting = DB::table('alert_deliveries')
            ->where('workspace_id', $this->current->id())
            ->whereIn('state', ['queued', 'sending'])
            ->groupBy('destination_id')
            ->selectRaw('destination_id, count(*) AS waiting')
            ->pluck('waiting', 'destination_id');

        return new JsonResponse(
            AlertDestination::query()->orderBy('name')->orderBy('id')->get()->map(fn (AlertDestination $one) => AlertDestinationResource::of($one, $waiting[$one->id] ?? 0)),
        );
    }

    #[OA\Post(
        path: '/api/v1/alert-destinations',
        operationId: 'addAlertDestination',
        summary: 'Add a destination; the secret of a webhook is in this answer only',
        tags: ['Alerts'],
        requestBody: new OA\RequestBody(
            required: true,
            content: new OA\JsonContent(
                required: ['kind', 'name', 'address'],
                properties: [
                    new OA\Property(property: 'kind', type: 'string', enum: DestinationKind::class),
                    new OA\Property(property: 'name', type: 'string', maxLength: 255),
                    new OA\Property(property: 'address', type: 'string', maxLength: 2000),
                    new OA\Property(property: 'template', type: 'string', nullable: true),
                ],
            ),
        ),
        responses: [
            new OA\Response(response: 201, description: 'It can be chosen for alerts', content: new OA\JsonContent(ref: '#/components/schemas/AlertDestination')),
            new OA\Response(response: 422, description: 'What is wrong with which field', content: new OA\JsonContent(ref: '#/components/schemas/Problem')),
        ],
    )]
    public function store(Request $request, SaveDestination $save): JsonResponse
    {
        $given = $request->validate([
            'kind' => ['required', Rule::enum(DestinationKind::class)],
            'name' => ['required', 'string', 'max:255'],
            'address' => ['required', 'string', 'max:2000'],
            'template' => ['sometimes', 'nullable', 'string', 'json', 'max:'.self::LONGEST_TEMPLATE],
        ]);
        $given['address'] = $this->address(DestinationKind::from($given['kind']), $given['address'], null);

        return new JsonResponse(AlertDestinationResource::of($save->handle(null, $given, null, null), 0, true), 201);
    }

    #[OA\Patch(
        path: '/api/v1/alert-destinations/{id}',
        operationId: 'changeAlertDestination',
        summary: 'Change a destination, pause it, or have it sent to again; a webhook with another address gets another secret',
        tags: ['Alerts'],
        parameters: [new OA\Parameter(name: 'id', in: 'path', required: true, schema: new OA\Schema(type: 'integer'))],
        requestBody: new OA\RequestBody(
            required: true,
            content: new OA\JsonContent(
                required: [],
                properties: [
                    new OA\Property(property: 'name', type: 'string', maxLength: 255),
                    new OA\Property(property: 'address', type: 'string', maxLength: 2000),
                    new OA\Property(property: 'template', type: 'string', nullable: true),
                    new OA\Property(property: 'is_paused', type: 'boolean'),
                    new OA\Property(property: 'gets_summary', description: 'A summary of each week, on Mondays; e-mail alone.', type: 'boolean'),
                    new OA\Property(property: 'revision', description: 'The one that was edited.', type: 'integer'),
                ],
            ),
        ),
        responses: [
            new OA\Response(response: 200, description: 'As it is now', content: new OA\JsonContent(ref: '#/components/schemas/AlertDestination')),
            new OA\Response(response: 409, description: 'Someone else changed it since', content: new OA\JsonContent(ref: '#/components/schemas/Problem')),
            new OA\Response(response: 422, description: 'What is wrong with which field', content: new OA\JsonContent(ref: '#/components/schemas/Problem')),
        ],
    )]
    public function update(int $id, Request $request, SaveDestination $save): JsonResponse
    {
        $given = $request->validate([
            'name' => ['sometimes', 'required', 'string', 'max:255'],
            'address' => ['sometimes', 'required', 'string', 'max:2000'],
            'template' => ['sometimes', 'nullable', 'string', 'json', 'max:'.self::LONGEST_TEMPLATE],
            'is_paused' => ['sometimes', 'boolean'],
            'gets_summary' => ['sometimes', 'boolean'],
            'revision' => ['sometimes', 'integer'],
        ]);
        $known = AlertDestination::query()->findOrFail($id);
        if (($given['gets_summary'] ?? false) && $known->kind !== DestinationKind::Email) {
            throw ValidationException::withMessages(['gets_summary' => Message::of('summary_by_mail_only')]);
        }
        if (isset($given['address'])) {
            $given['address'] = $this->address($known->kind, $given['address'], $id);
        }
        $hasNewSecret = isset($given['address']) && $given['address'] !== $known->address;
        [$isPaused, $revision] = [$given['is_paused'] ?? null, $given['revision'] ?? null];
        unset($given['is_paused'], $given['revision']);
        $destination = $save->handle($id, $given, $isPaused, $revision);

        return new JsonResponse(AlertDestinationResource::of($destination, $this->waiting($id), $hasNewSecret));
    }

    #[OA\Delete(
        path: '/api/v1/alert-destinations/{id}',
        operationId: 'removeAlertDestination',
        summary: 'Remove a destination, with what waits to be sent there',
        tags: ['Alerts'],
        parameters: [new OA\Parameter(name: 'id', in: 'path', required: true, schema: new OA\Schema(type: 'integer'))],
        responses: [new OA\Response(response: 204, description: 'It is gone')],
    )]
    public function destroy(int $id): Response
    {
        AlertDestination::query()->findOrFail($id)->delete();
        Announce::change($this->current->id(), Topic::Alerts);

        return new Response(status: 204);
    }

    #[OA\Post(
        path: '/api/v1/alert-destinations/{id}/try',
        operationId: 'tryAlertDestination',
        summary: 'Send an example there now',
        tags: ['Alerts'],
        parameters: [new OA\Parameter(name: 'id', in: 'path', required: true, schema: new OA\Schema(type: 'integer'))],
        responses: [
            new OA\Response(response: 204, description: 'It was taken'),
            new OA\Response(response: 422, description: 'Why it was not', content: new OA\JsonContent(ref: '#/components/schemas/Problem')),
        ],
    )]
    public function try(int $id, TryDestination $try): Response
    {
        try {
            $try->handle(AlertDestination::query()->findOrFail($id));
        } catch (DeliveryFailed $e) {
            throw ValidationException::withMessages(['address' => $e->problem]);
        }

        return new Response(status: 204);
    }

    #[OA\Get(
        path: '/api/v1/alert-destinations/{id}/deliveries',
        operationId: 'listAlertDeliveries',
        summary: 'What was sent there, and what waits',
        tags: ['Alerts'],
        parameters: [new OA\Parameter(name: 'id', in: 'path', required: true, schema: new OA\Schema(type: 'integer'))],
        responses: [
            new OA\Response(response: 200, description: 'The newest first, fifty at most', content: new OA\JsonContent(type: 'array', items: new OA\Items(ref: '#/components/schemas/AlertDelivery'))),
        ],
    )]
    public function deliveries(int $id): JsonResponse
    {
        $destination = AlertDestination::query()->findOrFail($id);

        return new JsonResponse(
            DB::table('alert_deliveries as d')
                ->join('alert_messages as m', 'm.id', '=', 'd.message_id')
                ->join('listings as l', 'l.id', '=', 'm.listing_id')
                ->where('d.workspace_id', $this->current->id())
                ->where('d.destination_id', $destination->id)
                ->orderByDesc('d.id')
                ->limit(self::SHOWN_DELIVERIES)
                ->get(['d.*', 'l.title'])
                ->map(AlertDeliveryResource::of(...)),
        );
    }

    private function waiting(int $id): int
    {
        return DB::table('alert_deliveries')
            ->where('workspace_id', $this->current->id())
            ->where('destination_id', $id)
            ->whereIn('state', ['queued', 'sending'])
            ->count();
    }

    /** @throws ValidationException if nothing can be sent there, or another one is sent to already */
    private function address(DestinationKind $kind, string $text, ?int $except): string
    {
        $text = trim($text);
        if ($kind === DestinationKind::Email && filter_var($text, FILTER_VALIDATE_EMAIL) === false) {
            throw ValidationException::withMessages(['address' => Message::of('alert_no_email')]);
        }
        if ($kind !== DestinationKind::Email) {
            try {
                $address = WebAddress::parse($text);
                $this->guard->addresses($address->host);
                $text = $address->url;
            } catch (ForbiddenAddress|UnknownHost $e) {
                throw ValidationException::withMessages(['address' => $e->said()]);
            }
        }
        if (AlertDestination::query()->where('kind', $kind)->where('address', $text)->whereKeyNot($except ?? 0)->exists()) {
            throw ValidationException::withMessages(['address' => Message::of('alert_destination_known')]);
        }

        return $text;
    }
}
