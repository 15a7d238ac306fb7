<?php

declare(strict_types=1);

namespace App\Alerts\Http;

use App\Accounts\Models\User;
use App\Alerts\Models\AlertMessage;
use App\Support\Http\IdList;
use App\Support\Live\Announce;
use App\Support\Live\Topic;
use App\Support\Tenancy\CurrentWorkspace;
use Closure;
use Illuminate\Container\Attributes\CurrentUser;
use Illuminate\Database\Query\Builder;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Response;
use Illuminate\Support\Facades\DB;
use OpenApi\Attributes as OA;

/** What alerts have told, and what of it each person has read. */
final readonly class AlertMessageController
{
    private const AT_ONCE = 50;

    private const MOST_COUNTED = 1_000;

    public function __construct(private CurrentWorkspace $current)
    {
    }

    #[OA\Get(
        path: '/api/v1/alert-messages',
        operationId: 'listAlertMessages',
        summary: 'What alerts have told',
        tags: ['Alerts'],
        parameters: [
            new OA\Parameter(name: 'before', in: 'query', description: 'The id of the last one that was received.', schema: new OA\Schema(type: 'integer')),
            new OA\Parameter(name: 'alert', in: 'query', schema: new OA\Schema(type: 'integer')),
            new OA\Parameter(name: 'unread', in: 'query', description: 'Only those that are not read yet.', schema: new OA\Schema(type: 'boolean')),
        ],
        responses: [
            new OA\Response(response: 200, description: 'The newest first, fifty at most', content: new OA\JsonContent(ref: '#/components/schemas/AlertMessagePage')),
        ],
    )]
    public function index(Request $request, #[CurrentUser] User $user): JsonResponse
    {
        $given = $request->validate([
            'before' => ['sometimes', 'integer'],
            'alert' => ['sometimes', 'integer'],
            'unread' => ['sometimes', 'boolean'],
        ]);
        $query = AlertMessage::query()->with(['alert', 'listing'])->orderByDesc('id')->limit(self::AT_ONCE);
        if (isset($given['before'])) {
            $query->where('id', '<', $given['before']);
        }
        if (isset($given['alert'])) {
            $query->where('alert_id', $given['alert']);
        }
        if ($request->boolean('unread')) {
            $query->whereNotExists(self::reads($user));
        }
        $messages = $query->get();
        $read = DB::table('alert_reads')
            ->where('workspace_id', $this->current->id())
            ->where('user_id', $user->id)
            ->whereIn('message_id', $messages->modelKeys())
            ->pluck('message_id')
            ->flip();

        return new JsonResponse(new AlertMessagePage(
            array_values($messages->map(fn (AlertMessage $message) => AlertMessageResource::of($message, isset($read[$message->id])))->all()),
            $this->unread($user),
            $messages->count() === self::AT_ONCE ? $messages->last()?->id : null,
        ));
    }

    #[OA\Get(
        path: '/api/v1/alert-messages/unread',
        operationId: 'countUnreadAlertMessages',
        summary: 'How many messages the person who asks has not read',
        tags: ['Alerts'],
        responses: [
            new OA\Response(response: 200, description: 'Their number', content: new OA\JsonContent(ref: '#/components/schemas/UnreadAlertMessages')),
        ],
    )]
    public function count(#[CurrentUser] User $user): JsonResponse
    {
        return new JsonResponse(new UnreadAlertMessages($this->unread($user)));
    }

    #[OA\Post(
        path: '/api/v1/alert-messages/read',
        operationId: 'readAlertMessages',
        summary: 'Mark messages as read, for the person who asks',
        tags: ['Alerts'],
        requestBody: new OA\RequestBody(
            required: true,
            content: new OA\JsonContent(
                required: [],
                properties: [
                    new OA\Property(property: 'messages', description: 'Ids; left out: all up to the one that was seen last.', type: 'array', items: new OA\Items(type: 'integer')),
                    new OA\Property(property: 'up_to', description: 'The id of the newest one that was seen.', type: 'integer'),
                ],
            ),
        ),
        responses: [new OA\Response(response: 204, description: 'They are read')],
    )]
    public function read(Request $request, #[CurrentUser] User $user): Response
    {
        $given = $request->validate([
            'messages' => ['sometimes', new IdList(self::MOST_COUNTED)],
            'up_to' => ['required_without:messages', 'integer'],
        ]);
        $query = AlertMessage::query()->toBase();
        isset($given['messages']) ? $query->whereIn('id', $given['messages']) : $query->where('id', '<=', $given['up_to']);
        DB::table('alert_reads')->insertOrIgnoreUsing(
            ['user_id', 'message_id', 'workspace_id'],
            $query->selectRaw('?::bigint, id, workspace_id', [$user->id])->whereNotExists(self::reads($user)),
        );
        Announce::change($this->current->id(), Topic::Alerts);

        return new Response(status: 204);
    }

    /** @return Closure(Builder): mixed what a person has read of a message */
    private static function reads(User $user): Closure
    {
        return fn (Builder $reads) => $reads->from('alert_reads')->whereColumn('message_id', 'alert_messages.id')->where('user_id', $user->id);
    }

    private function unread(User $user): int
    {
        $some = AlertMessage::query()
            ->toBase()
            ->select('id')
            ->whereNotExists(self::reads($user))
            ->limit(self::MOST_COUNTED);

        return DB::query()->fromSub($some, 'unread')->count();
    }
}
