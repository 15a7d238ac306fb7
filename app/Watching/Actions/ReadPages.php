<?php

declare(strict_types=1);

namespace App\Watching\Actions;

use App\Accounts\Models\User;
use App\Accounts\Models\Workspace;
use App\Channels\Outgoing\AddressGuard;
use App\Channels\Outgoing\ForbiddenAddress;
use App\Channels\Outgoing\PageAnswer;
use App\Channels\Outgoing\PageClient;
use App\Channels\Outgoing\PageRequest;
use App\Channels\Outgoing\UnknownHost;
use App\Channels\Outgoing\WebAddress;
use App\Support\Messages\Message;
use App\Watching\Crawling\RecordCrawledPage;
use App\Watching\Fetching\ClaimTurns;
use App\Watching\Fetching\Robot;
use App\Watching\Fetching\Turn;
use Generator;
use Throwable;
use Wrasse\Core\Reading\Page\PageReader;

/** Asks hosts whose turn it is, many at once. */
final readonly class ReadPages
{
    private const AT_ONCE = 50;

    /** So long new turns are taken: the slowest answer is there before the job's time is up. */
    private const SECONDS = 3;

    /** RFC 9309, 2.5: 500 kibibytes at least. */
    private const ROBOTS_BYTES = 1_048_576;

    public function __construct(
        private AddressGuard $guard,
        private ClaimTurns $claim,
        private PageClient $client,
        private RecordRobots $robots,
        private RecordReading $readings,
        private RecordCrawledPage $crawled,
    ) {
    }

    /**
     * A host that is slow holds up no other: while it is waited for, more hosts are asked whose turn comes.
     *
     * @return int how many turns were taken
     */
    public function handle(Workspace $workspace): int
    {
        $turns = [];
        $this->client->ask(
            $this->requests($workspace, $turns),
            function (PageAnswer $answer, int $number) use ($workspace, &$turns): void {
                $this->record($workspace, $turns[$number], $answer);
            },
            self::AT_ONCE,
        );

        return count($turns);
    }

    /**
     * @param  list<Turn>  $turns  those that were taken, by number
     * @return Generator<int, PageRequest>
     */
    private function requests(Workspace $workspace, array &$turns): Generator
    {
        $agent = Robot::userAgent($this->contact($workspace));
        $until = microtime(true) + self::SECONDS;
        do {
            $claimed = $this->claim->handle($workspace, self::AT_ONCE);
            foreach ($claimed as $turn) {
                $turns[] = $turn;
                if ($this->isAllowed($turn, $turn->url)) {
                    yield count($turns) - 1 => $this->request($turn, $agent);
                } else {
                    $this->notAllowed($workspace, $turn);
                }
            }
        } while ($claimed !== [] && microtime(true) < $until);
    }

    private function notAllowed(Workspace $workspace, Turn $turn): void
    {
        $turn->crawlPageId === null
            ? $this->readings->notAllowed($workspace, $turn)
            : $this->crawled->notAllowed($turn);
    }

    private function contact(Workspace $workspace): string
    {
        $first = User::query()->where('workspace_id', $workspace->id)->orderBy('id');

        return $workspace->robot_contact ?? (string) $first->value('email');
    }

    private function request(Turn $turn, string $agent): PageRequest
    {
        return new PageRequest(
            WebAddress::parse($turn->url),
            array_filter([
                'User-Agent' => $agent,
                'If-None-Match' => $turn->etag,
                'If-Modified-Since' => $turn->etag === null ? $turn->lastModified : null,
            ]),
            fn (WebAddress $to): ?Message => $this->whyNotFollowed($turn, $to),
            $turn->isRobots() ? self::ROBOTS_BYTES : PageReader::MOST_BYTES,
            $turn->proxy,
        );
    }

    /** @throws ForbiddenAddress if it leads to where nobody outside may look */
    private function whyNotFollowed(Turn $turn, WebAddress $to): ?Message
    {
        $isOther = self::withoutWww($to->host) !== self::withoutWww($turn->host->host);
        try {
            $isOther && $this->guard->addresses($to->host);
        } catch (UnknownHost $e) {
            return $e->said();
        }

        return match (true) {
            $isOther => Message::of('page_other_site'),
            ! $this->isAllowed($turn, $to->url) => Message::of('page_robots', host: $to->host),
            default => null,
        };
    }

    private function isAllowed(Turn $turn, string $url): bool
    {
        return $turn->isRobots() || $turn->host->robots()->allows(Robot::NAME, Robot::path($url));
    }

    /** What goes wrong with one holds up no other. */
    private function record(Workspace $workspace, Turn $turn, PageAnswer $answer): void
    {
        try {
            match (true) {
                $turn->isRobots() => $this->robots->handle($turn, $answer),
                $turn->crawlPageId !== null => $this->crawled->handle($workspace, $turn, $answer),
                default => $this->readings->handle($workspace, $turn, $answer),
            };
        } catch (Throwable $e) {
            report($e);
        }
    }

    private static function withoutWww(string $host): string
    {
        return (string) preg_replace('/^www\./', '', $host);
    }
}
