<?php

declare(strict_types=1);

namespace App\Screens\Summaries;

use App\Accounts\Models\Workspace;
use App\Alerts\Destinations\DeliveryFailed;
use App\Alerts\Models\AlertDestination;
use App\Alerts\Models\DestinationKind;
use App\Support\Live\Announce;
use App\Support\Live\Topic;
use App\Support\Messages\Message;
use App\Support\Tenancy\AcrossWorkspaces;
use App\Support\Tenancy\CurrentWorkspace;
use Carbon\CarbonImmutable;
use Illuminate\Contracts\View\View;
use Illuminate\Http\Response;
use Illuminate\Support\Str;
use Illuminate\Validation\ValidationException;
use OpenApi\Attributes as OA;

/** The summary of each week by e-mail. Who gets it is said of the destination. */
final readonly class SummaryController
{
    public function __construct(private CurrentWorkspace $current)
    {
    }

    #[OA\Post(
        path: '/api/v1/alert-destinations/{id}/summary',
        operationId: 'sendWeeklySummary',
        summary: 'Send the summary of the last whole week there now',
        tags: ['Reports'],
        parameters: [new OA\Parameter(name: 'id', in: 'path', required: true, schema: new OA\Schema(type: 'integer'))],
        responses: [
            new OA\Response(response: 204, description: 'It was taken'),
            new OA\Response(response: 422, description: 'Why it was not', content: new OA\JsonContent(ref: '#/components/schemas/Problem')),
        ],
    )]
    public function send(int $id): Response
    {
        $destination = AlertDestination::query()->findOrFail($id);
        if ($destination->kind !== DestinationKind::Email) {
            throw ValidationException::withMessages(['address' => Message::of('summary_by_mail_only')]);
        }
        $workspace = Workspace::query()->findOrFail($this->current->id());
        $monday = SweepSummaries::lastMonday(CarbonImmutable::now($workspace->time_zone));
        try {
            SendSummary::send($destination, new WeeklySummary($workspace, $monday), (string) Str::uuid());
        } catch (DeliveryFailed $e) {
            throw ValidationException::withMessages(['address' => $e->problem]);
        }

        return new Response(status: 204);
    }

    /** Programs that only look at links change nothing: it takes a POST. */
    public function showUnsubscribe(int $destination): View
    {
        return view('alerts.link', ['does' => 'summary', 'name' => $this->find($destination)->address, 'isDone' => false]);
    }

    /** Also in one click, by the mail program itself (RFC 8058). */
    public function unsubscribe(int $destination): View
    {
        $found = $this->find($destination);
        $this->current->within($found->workspace_id, function () use ($found): void {
            $found->gets_summary = false;
            $found->save();
            Announce::change($found->workspace_id, Topic::Alerts);
        });

        return view('alerts.link', ['does' => 'summary', 'name' => $found->address, 'isDone' => true]);
    }

    private function find(int $id): AlertDestination
    {
        return AcrossWorkspaces::query(AlertDestination::class)->findOrFail($id);
    }
}
