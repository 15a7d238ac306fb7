<?php

declare(strict_types=1);

namespace App\Support\Live;

use App\Support\Tenancy\CurrentWorkspace;
use Illuminate\Support\Facades\DB;
use OpenApi\Attributes as OA;
use PDO;
use Symfony\Component\HttpFoundation\StreamedResponse;

/** A stream of server-sent events: what changed, as it changes. Ends after a minute; the browser comes back by itself. */
final readonly class EventsController
{
    private const SECONDS = 55;

    #[OA\Get(path: '/api/v1/events', operationId: 'events', summary: 'What changes, as it changes (text/event-stream)', tags: ['Live'], responses: [
        new OA\Response(response: 200, description: 'Events named "change" with {topic, ids}', content: new OA\MediaType(mediaType: 'text/event-stream', schema: new OA\Schema(type: 'string'))),
    ])]
    public function __invoke(CurrentWorkspace $workspace): StreamedResponse
    {
        $id = $workspace->id();

        return new StreamedResponse(fn () => $this->stream($id), 200, [
            'Content-Type' => 'text/event-stream', 'Cache-Control' => 'no-cache', 'X-Accel-Buffering' => 'no',
        ]);
    }

    private function stream(int $workspaceId): void
    {
        $pdo = DB::connection()->getPdo();
        $pdo->exec('LISTEN '.Announce::CHANNEL);
        $this->write(": listening\nretry: 1000\n\n");
        $until = time() + self::SECONDS;
        while (time() < $until && connection_aborted() === 0) {
            $topics = $this->collect($pdo, $workspaceId);
            foreach ($topics as $topic => $ids) {
                $this->write("event: change\ndata: ".json_encode(['topic' => $topic, 'ids' => array_values(array_unique($ids))], JSON_THROW_ON_ERROR)."\n\n");
            }
            if ($topics === []) {
                $this->write(": still here\n\n");
            }
        }
    }

    /**
     * What comes within a short while is told together; an empty list of ids means "many".
     *
     * @return array<string, list<int>>
     */
    private function collect(PDO $pdo, int $workspaceId): array
    {
        $topics = [];
        $wait = 5_000;
        while (true) {
            /** @var array{payload: string}|false $notice what PHP's own signature does not say */
            $notice = $pdo->pgsqlGetNotify(PDO::FETCH_ASSOC, $wait);
            if ($notice === false) {
                break;
            }
            $wait = 150;
            /** @var array{workspace: int, topic: string, ids: list<int>} $message */
            $message = json_decode($notice['payload'], true, 8, JSON_THROW_ON_ERROR);
            if ($message['workspace'] === $workspaceId) {
                $topics[$message['topic']] = [...($topics[$message['topic']] ?? []), ...$message['ids']];
            }
            if (array_sum(array_map(count(...), $topics)) > 200) {
                break;
            }
        }

        return $topics;
    }

    private function write(string $text): void
    {
        echo $text;
        if (ob_get_level() > 0) {
            ob_flush();
        }
        flush();
    }
}
