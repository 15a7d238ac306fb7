<?php

declare(strict_types=1);

namespace App\Watching\Fetching;

use App\Accounts\Models\Workspace;
use App\Watching\Models\Crawl;
use App\Watching\Models\CrawlPage;
use App\Watching\Models\CrawlState;
use App\Watching\Models\Site;
use App\Watching\Models\Watch;
use App\Watching\Models\WebHost;
use Carbon\CarbonImmutable;
use Illuminate\Database\Eloquent\Builder as EloquentBuilder;
use Illuminate\Database\Query\Builder;
use Illuminate\Support\Facades\DB;
use stdClass;

/**
 * Takes what is due: of each host that may be asked again the watch that waits longest, or else the next page of a crawl.
 * Whoever takes a turn has used it up: the host is not asked again before its delay, nor the watch before its next time,
 * whatever becomes of this process.
 */
final readonly class ClaimTurns
{
    /** The longest wait between two requests that a site may ask for in its robots.txt. */
    public const LONGEST_CRAWL_DELAY_SECONDS = 3_600;

    /** A request is given up before. */
    public const LONGEST_TURN_SECONDS = 30;

    /** Of what a site may be asked a day: the rest is left to its watches. */
    private const CRAWL_PERCENT = 80;

    /** So much longer than the delay at most, so that requests do not come like clockwork. */
    private const JITTER_PERCENT = 30;

    /**
     * @param  int  $most  hosts
     * @return list<Turn> of as many different hosts
     */
    public function handle(Workspace $workspace, int $most): array
    {
        $now = CarbonImmutable::now();

        return DB::transaction(function () use ($workspace, $most, $now): array {
            $hosts = WebHost::query()
                ->where(
                    fn (EloquentBuilder $either) => $either
                        ->whereIn('host', self::due($workspace->id, $now)->select('s.host'))
                        ->orWhereIn('host', self::crawled($workspace->id, $now)->select('s.host')),
                )
                ->where('next_at', '<=', $now->format(Watch::TIME))
                ->orderBy('next_at')
                ->orderBy('host')
                ->limit($most)
                ->lock('FOR UPDATE SKIP LOCKED')
                ->get()
                ->keyBy('host');
            $turns = [];
            foreach ($this->longestDue($workspace->id, array_keys($hosts->all()), $now) as $row) {
                $turns[$row->host] = $this->take($workspace, $hosts[$row->host], $row, $now);
            }
            foreach ($this->nextCrawled($workspace->id, array_keys(array_diff_key($hosts->all(), $turns)), $now) as $row) {
                $turns[$row->host] ??= $this->take($workspace, $hosts[$row->host], $row, $now);
            }

            return array_values($turns);
        });
    }

    /** @return CarbonImmutable|null when the next host may be asked that has something due; null: there is none */
    public static function next(int $workspaceId): ?CarbonImmutable
    {
        $now = CarbonImmutable::now();
        $at = DB::table('web_hosts')
            ->whereIn('host', self::due($workspaceId, $now)->select('s.host'))
            ->orWhereIn('host', self::crawled($workspaceId, $now)->select('s.host'))
            ->min('next_at');

        return $at === null ? null : CarbonImmutable::parse($at);
    }

    /** Watches that are due, as w, at sites that may be asked today, as s. */
    private static function due(int $workspaceId, CarbonImmutable $now): Builder
    {
        return DB::table('watches as w')
            ->join('sites as s', 's.id', '=', 'w.site_id')
            ->where('w.workspace_id', $workspaceId)
            ->where('w.due_at', '<=', $now->format(Watch::TIME))
            ->whereNull('w.asked_at')
            ->whereNull('s.paused_at')
            ->whereRaw('(s.requests < s.daily_requests OR s.requests_on IS DISTINCT FROM ?)', [self::day($now)]);
    }

    /** Pages of crawls that are under way, as p, at sites that may be asked for them today, as s; the next of each. */
    private static function crawled(int $workspaceId, CarbonImmutable $now): Builder
    {
        $next = DB::table('crawl_pages')
            ->whereColumn('site_id', 's.id')
            ->where('state', 'waiting')
            // What did not work is tried again after all others.
            ->orderBy('failures')
            ->orderBy('depth')
            ->orderBy('id')
            ->limit(1)
            ->select('id', 'url', 'etag', 'last_modified');

        return DB::table('crawls as c')
            ->join('sites as s', 's.id', '=', 'c.site_id')
            ->joinLateral($next, 'p')
            ->where('c.workspace_id', $workspaceId)
            ->where('c.state', CrawlState::Running->value)
            ->whereColumn('c.asked', '<', 'c.most_pages')
            ->whereNull('s.paused_at')
            ->whereRaw('(s.requests * 100 < s.daily_requests * ? OR s.requests_on IS DISTINCT FROM ?)', [self::CRAWL_PERCENT, self::day($now)]);
    }

    /**
     * @param  list<string>  $hosts
     * @return list<stdClass>
     */
    private function nextCrawled(int $workspaceId, array $hosts, CarbonImmutable $now): array
    {
        return $hosts === [] ? [] : self::crawled($workspaceId, $now)
            ->whereIn('s.host', $hosts)
            ->selectRaw('s.host, s.id AS site_id, s.delay_seconds, s.proxy_address, c.id AS crawl_id, p.id AS crawl_page_id, p.url, p.etag, p.last_modified')
            ->get()
            ->all();
    }

    /**
     * @param  list<string>  $hosts
     * @return list<stdClass>
     */
    private function longestDue(int $workspaceId, array $hosts, CarbonImmutable $now): array
    {
        return self::due($workspaceId, $now)
            ->whereIn('s.host', $hosts)
            ->selectRaw('DISTINCT ON (s.host) s.host, s.id AS site_id, s.delay_seconds, s.proxy_address, w.id AS watch_id, w.url, w.etag, w.last_modified')
            ->orderBy('s.host')
            ->orderBy('w.due_at')
            ->orderBy('w.id')
            ->get()
            ->all();
    }

    private function take(Workspace $workspace, WebHost $host, stdClass $row, CarbonImmutable $now): Turn
    {
        $robots = $host->robots();
        $delay = min(self::LONGEST_CRAWL_DELAY_SECONDS, max($row->delay_seconds, $robots->delay(Robot::NAME) ?? 0));
        $delay *= 1 + random_int(0, self::JITTER_PERCENT) / 100;
        // Nobody else asks it before it has answered, or whoever asks it has died.
        $host->next_at = $now->addSeconds(self::LONGEST_TURN_SECONDS);
        $host->save();
        Site::query()
            ->whereKey($row->site_id)
            ->update([
                'requests' => DB::raw('CASE WHEN requests_on = '.DB::escape(self::day($now)).' THEN requests + 1 ELSE 1 END'),
                'requests_on' => self::day($now),
            ]);
        $proxy = $row->proxy_address === null ? null : Site::query()->findOrFail($row->site_id)->proxy();
        if ($host->needsRobots()) {
            return new Turn($host, null, Robot::fileOf($row->url), null, null, $now, $delay, $proxy);
        }
        if (isset($row->crawl_page_id)) {
            CrawlPage::query()->whereKey($row->crawl_page_id)->update(['state' => 'asked', 'asked_at' => $now->format(Watch::TIME)]);
            Crawl::query()->whereKey($row->crawl_id)->increment('asked');

            return new Turn($host, null, $row->url, $row->etag, $row->last_modified, $now, $delay, $proxy, $row->crawl_page_id);
        }
        $watch = Watch::query()->findOrFail($row->watch_id);
        $watch->asked_at = $now;
        $watch->due_at = $watch->nextAfter($now, $workspace->time_zone);
        $watch->save();

        return new Turn($host, $row->watch_id, $row->url, $row->etag, $row->last_modified, $now, $delay, $proxy);
    }

    private static function day(CarbonImmutable $moment): string
    {
        return $moment->utc()->toDateString();
    }
}
