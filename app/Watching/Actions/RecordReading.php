<?php

declare(strict_types=1);

namespace App\Watching\Actions;

use App\Accounts\Models\Workspace;
use App\Channels\Outgoing\PageAnswer;
use App\Support\Live\Announce;
use App\Support\Live\Topic;
use App\Support\Messages\Message;
use App\Watching\Events\ReadingCounted;
use App\Watching\Fetching\HostPace;
use App\Watching\Fetching\PageOutcome;
use App\Watching\Fetching\ReadAnswer;
use App\Watching\Fetching\Turn;
use App\Watching\Models\Verdict;
use App\Watching\Models\Watch;
use App\Watching\Models\WatchState;
use App\Watching\Models\WebHost;
use App\Watching\Trust\Doubt;
use App\Watching\Trust\FoundOffer;
use App\Watching\Trust\LatestReading;
use Carbon\CarbonImmutable;
use Illuminate\Support\Facades\DB;

/** Keeps what came of asking for the page of a watch, and lets it count as far as it is believed. */
final readonly class RecordReading
{
    /** A second reading that says the same counts for another time only after this. */
    private const ANOTHER_TIME_MINUTES = 5;

    /** When a doubtful page is looked at again, if not sooner by itself. */
    private const LOOK_AGAIN_MINUTES = 15;

    /** Of a page, to choose from. */
    private const MOST_VARIANTS = 100;

    public function __construct(
        private ReadAnswer $read,
        private KeepPage $keep,
        private ProposeListing $propose,
        private PublishWebOffers $publish,
    ) {
    }

    public function handle(Workspace $workspace, Turn $turn, PageAnswer $answer): void
    {
        $watch = Watch::query()->with('site')->findOrFail((int) $turn->watchId);
        $outcome = $this->read->handle($watch->site, $watch->variant, $answer, $turn->at);
        HostPace::after($turn, $answer, $outcome);
        $watch->site->countRefusals($outcome);
        $hash = $this->keep->handle($workspace->id, $answer, $turn->at);
        DB::transaction(fn () => $this->record($workspace, $turn, $answer, $outcome, $hash));
    }

    /** Its robots.txt says that the page is not for us: it was not asked for. */
    public function notAllowed(Workspace $workspace, Turn $turn): void
    {
        HostPace::answered(WebHost::query()->findOrFail($turn->host->host), $turn);
        $this->notAsked($workspace, $turn, Message::of('page_robots', host: $turn->host->host));
    }

    /** Whoever asked for it died before it could say what came of it. */
    public function interrupted(Workspace $workspace, Watch $watch): void
    {
        $turn = new Turn(
            WebHost::query()->findOrFail($watch->loadMissing('site')->site->host),
            $watch->id,
            $watch->url,
            null,
            null,
            $watch->asked_at ?? CarbonImmutable::now(),
            0,
        );
        $this->notAsked($workspace, $turn, Message::of('page_interrupted'));
    }

    private function notAsked(Workspace $workspace, Turn $turn, Message $problem): void
    {
        $answer = new PageAnswer(null, '', '', null, null, null, $turn->url, [], 0);
        DB::transaction(fn () => $this->record($workspace, $turn, $answer, new PageOutcome(null, $problem), null));
    }

    private function record(
        Workspace $workspace,
        Turn $turn,
        PageAnswer $answer,
        PageOutcome $outcome,
        ?string $hash,
    ): void {
        $watch = Watch::query()->lockForUpdate()->find((int) $turn->watchId);
        if ($watch === null || $watch->asked_at === null || ! $watch->asked_at->equalTo($turn->at)) {
            // It was removed, changed or asked for again meanwhile.
            return;
        }
        $offer = self::offer($watch, $outcome, $turn->at);
        $doubts = $offer === null || $watch->good === null ? [] : Doubt::about($offer, $watch->good, $watch->site->doubt_percent);
        $verdict = self::verdict($watch, $offer, $doubts);
        $number = $this->keepReading($watch, $turn, $answer, $outcome, $verdict, $hash);
        $offer = $offer?->at($number, $turn->at);
        $this->believe($watch, $offer, $verdict, $turn->at);
        $watch->latest = new LatestReading(
            $number,
            $turn->at,
            $verdict,
            $offer,
            $offer === null ? $outcome->problem : null,
            $outcome->reading->problems ?? $watch->latest->problems ?? [],
            $verdict === Verdict::Doubtful ? $doubts : [],
            $outcome->isUnchanged ? $watch->latest->variants ?? [] : array_slice($outcome->reading->variants ?? [], 0, self::MOST_VARIANTS),
            $outcome->reading->gtin ?? $watch->latest->gtin ?? null,
            $outcome->reading->mpn ?? $watch->latest->mpn ?? null,
            $outcome->reading->currency ?? $watch->latest->currency ?? null,
        );
        if ($watch->listing_id === null && $offer !== null) {
            $watch->proposed_listing_id = $this->propose->find($watch->latest->gtin, $watch->latest->mpn, $offer->name)?->id;
        }
        $watch->failures = $offer === null ? $watch->failures + 1 : 0;
        $isPage = $answer->status === 200 && $offer !== null;
        $watch->etag = $outcome->isUnchanged ? $watch->etag : ($isPage ? $answer->etag : null);
        $watch->last_modified = $outcome->isUnchanged ? $watch->last_modified : ($isPage ? $answer->lastModified : null);
        $watch->asked_at = null;
        $watch->save();
        // Anything else leaves what counts as it was.
        if ($verdict === Verdict::Good && $watch->listing_id !== null) {
            $this->publish->handle($workspace->id, [$watch->listing_id]);
        }
        if ($verdict === Verdict::Good) {
            event(new ReadingCounted($workspace->id, $watch->id));
        }
        Announce::change($workspace->id, Topic::Watches, [$watch->id]);
    }

    /** @return FoundOffer|null its reading has no number yet */
    private static function offer(Watch $watch, PageOutcome $outcome, CarbonImmutable $at): ?FoundOffer
    {
        return match (true) {
            $outcome->isUnchanged => $watch->latest?->offer?->at(0, $at),
            $outcome->soldOut !== null => $watch->good?->soldOut($outcome->soldOut)->at(0, $at),
            default => $outcome->offer,
        };
    }

    /** @param  list<Doubt>  $doubts */
    private static function verdict(Watch $watch, ?FoundOffer $offer, array $doubts): Verdict
    {
        return match (true) {
            $offer === null => Verdict::Failed,
            $watch->state !== WatchState::Confirmed => Verdict::New,
            $doubts === [], self::isSaidAgain($watch->doubtful, $offer) => Verdict::Good,
            default => Verdict::Doubtful,
        };
    }

    private static function isSaidAgain(?FoundOffer $before, FoundOffer $offer): bool
    {
        return $before !== null &&
            $before->agreesWith($offer) &&
            $before->readAt <= $offer->readAt->subMinutes(self::ANOTHER_TIME_MINUTES);
    }

    private function believe(Watch $watch, ?FoundOffer $offer, Verdict $verdict, CarbonImmutable $at): void
    {
        if ($verdict === Verdict::Good) {
            $watch->good = $offer;
            $watch->doubtful = null;
        }
        if ($verdict === Verdict::Doubtful && $offer !== null) {
            $watch->doubtful = $watch->doubtful?->agreesWith($offer) === true ? $watch->doubtful : $offer;
            $again = $at->addMinutes(self::LOOK_AGAIN_MINUTES);
            $watch->due_at = $watch->due_at === null || $watch->due_at < $again ? $watch->due_at : $again;
        }
    }

    private function keepReading(
        Watch $watch,
        Turn $turn,
        PageAnswer $answer,
        PageOutcome $outcome,
        Verdict $verdict,
        ?string $hash,
    ): int {
        return (int) DB::scalar(
            <<<'SQL'
            INSERT INTO readings (
                workspace_id, watch_id, read_at, verdict, problem, status, bytes, milliseconds, redirects, document, page_hash
            )
            VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?)
            RETURNING id
            SQL,
            [
                $watch->workspace_id,
                $watch->id,
                $turn->at->format(Watch::TIME),
                $verdict->value,
                $outcome->problem?->stored(),
                $answer->status,
                strlen($answer->body),
                $answer->milliseconds,
                json_encode($answer->redirects, JSON_THROW_ON_ERROR | JSON_INVALID_UTF8_SUBSTITUTE),
                $outcome->reading === null ? null : json_encode($outcome->reading->document(), JSON_THROW_ON_ERROR),
                $hash ?? ($outcome->isUnchanged ? self::hashBefore($watch) : null),
            ],
        );
    }

    /** Of the page that is as it was. */
    private static function hashBefore(Watch $watch): ?string
    {
        return DB::table('readings')
            ->where('watch_id', $watch->id)
            ->where('workspace_id', $watch->workspace_id)
            ->orderByDesc('read_at')
            ->value('page_hash');
    }
}
