<?php

declare(strict_types=1);

namespace App\Alerts\Http;

use App\Accounts\Models\User;
use App\Alerts\Actions\PreviewAlert;
use App\Alerts\Actions\SaveAlert;
use App\Alerts\Models\Alert;
use App\Support\Live\Announce;
use App\Support\Live\Topic;
use App\Support\Tenancy\CurrentWorkspace;
use Illuminate\Container\Attributes\CurrentUser;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Response;
use Illuminate\Support\Facades\DB;
use OpenApi\Attributes as OA;

/** What people want to be told of. */
final readonly class AlertController
{
    private const TOLD_DAYS = 30;

    private const WITH = ['listing', 'product', 'rule', 'rival', 'site', 'watch', 'destinations'];

    public function __construct(private CurrentWorkspace $current)
    {
    }

    #[OA\Get(
        path: '/api/v1/alerts',
        operationId: 'listAlerts',
        summary: 'All alerts',
        tags: ['Alerts'],
        responses: [
            new OA\Response(response: 200, description: 'By name', content: new OA\JsonContent(type: 'array', items: new OA\Items(ref: '#/components/schemas/Alert'))),
        ],
    )]
    public function index(): JsonResponse
    {
        $told = DB::table('alert_messages')
            ->where('workspace_id', $this->current->id())
            ->where('created_at', '>', now()->subDays(self::TOLD_DAYS))
            ->groupBy('alert_id')
            ->selectRaw('alert_id, count(*) AS told')
            ->pluck('told', 'alert_id');

        return new JsonResponse(
            Alert::query()->with(self::WITH)->orderBy('name')->orderBy('id')->get()->map(fn (Alert $alert) => AlertResource::of($alert, $told[$alert->id] ?? 0)),
        );
    }

    #[OA\Post(
        path: '/api/v1/alerts',
        operationId: 'addAlert',
        summary: 'Be told of something; what is so now is what later looks are compared with',
        tags: ['Alerts'],
        requestBody: new OA\RequestBody(required: true, content: new OA\JsonContent(ref: '#/components/schemas/AlertFields')),
        responses: [
            new OA\Response(response: 201, description: 'It is looked for', content: new OA\JsonContent(ref: '#/components/schemas/Alert')),
            new OA\Response(response: 422, description: 'What is wrong with which field', content: new OA\JsonContent(ref: '#/components/schemas/Problem')),
        ],
    )]
    public function store(Request $request, SaveAlert $save, #[CurrentUser] ?User $user): JsonResponse
    {
        $fields = AlertFields::of($request, null);

        return $this->one($save->handle(null, $fields->columns, $fields->destinations ?? [], $user?->id, null), 201);
    }

    #[OA\Patch(
        path: '/api/v1/alerts/{id}',
        operationId: 'changeAlert',
        summary: 'Change, pause or mute an alert',
        tags: ['Alerts'],
        parameters: [new OA\Parameter(name: 'id', in: 'path', required: true, schema: new OA\Schema(type: 'integer'))],
        requestBody: new OA\RequestBody(required: true, content: new OA\JsonContent(ref: '#/components/schemas/AlertFields')),
        responses: [
            new OA\Response(response: 200, description: 'As it is now', content: new OA\JsonContent(ref: '#/components/schemas/Alert')),
            new OA\Response(response: 409, description: 'Someone else changed it since', content: new OA\JsonContent(ref: '#/components/schemas/Problem')),
            new OA\Response(response: 422, description: 'What is wrong with which field', content: new OA\JsonContent(ref: '#/components/schemas/Problem')),
        ],
    )]
    public function update(int $id, Request $request, SaveAlert $save): JsonResponse
    {
        $fields = AlertFields::of($request, Alert::query()->findOrFail($id));

        return $this->one($save->handle($id, $fields->columns, $fields->destinations, null, $fields->revision));
    }

    #[OA\Delete(
        path: '/api/v1/alerts/{id}',
        operationId: 'removeAlert',
        summary: 'Remove an alert, with what it has told',
        tags: ['Alerts'],
        parameters: [new OA\Parameter(name: 'id', in: 'path', required: true, schema: new OA\Schema(type: 'integer'))],
        responses: [new OA\Response(response: 204, description: 'It is gone')],
    )]
    public function destroy(int $id): Response
    {
        Alert::query()->findOrFail($id)->delete();
        Announce::change($this->current->id(), Topic::Alerts);

        return new Response(status: 204);
    }

    #[OA\Post(
        path: '/api/v1/alerts/preview',
        operationId: 'previewAlert',
        summary: 'What an alert would have told in the last 30 days, from what was observed',
        tags: ['Alerts'],
        requestBody: new OA\RequestBody(required: true, content: new OA\JsonContent(ref: '#/components/schemas/AlertFields')),
        responses: [
            new OA\Response(response: 200, description: 'What it would have told', content: new OA\JsonContent(ref: '#/components/schemas/AlertPreview')),
            new OA\Response(response: 422, description: 'What is wrong with which field', content: new OA\JsonContent(ref: '#/components/schemas/Problem')),
        ],
    )]
    public function preview(Request $request, PreviewAlert $preview): JsonResponse
    {
        $alert = new Alert(AlertFields::of($request, null)->columns);
        $alert->workspace_id = $this->current->id();

        return new JsonResponse($preview->handle($alert));
    }

    private function one(Alert $alert, int $status = 200): JsonResponse
    {
        $told = DB::table('alert_messages')
            ->where('workspace_id', $this->current->id())
            ->where('alert_id', $alert->id)
            ->where('created_at', '>', now()->subDays(self::TOLD_DAYS))
            ->count();

        return new JsonResponse(AlertResource::of($alert->refresh()->load(self::WITH), $told), $status);
    }
}
