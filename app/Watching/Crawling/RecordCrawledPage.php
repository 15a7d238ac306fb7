<?php

declare(strict_types=1);

namespace App\Watching\Crawling;

use App\Accounts\Models\Workspace;
use App\Channels\Outgoing\PageAnswer;
use App\Support\Live\Announce;
use App\Support\Live\Topic;
use App\Support\Messages\Message;
use App\Watching\Fetching\HostPace;
use App\Watching\Fetching\PageOutcome;
use App\Watching\Fetching\ReadAnswer;
use App\Watching\Fetching\Turn;
use App\Watching\Models\Crawl;
use App\Watching\Models\CrawlPage;
use App\Watching\Models\CrawlPageKind;
use App\Watching\Models\Site;
use App\Watching\Models\WebHost;
use Illuminate\Support\Facades\DB;
use Wrasse\Core\Reading\Crawling\PageLinks;
use Wrasse\Core\Reading\Crawling\Sitemap;
use Wrasse\Core\Reading\Crawling\UnreadableSitemap;
use Wrasse\Core\Reading\Html\CharacterSet;
use Wrasse\Core\Reading\Html\HtmlPage;

/** Takes in a page of a shop that is read through: what it sells, and where it leads. */
final readonly class RecordCrawledPage
{
    private const GONE = [404, 410];

    /** Open windows are told how far it is after so many pages: each asks for it anew. */
    private const TOLD_EVERY = 10;

    public function __construct(
        private ReadAnswer $read,
        private FoundPages $found,
        private KeepSiteProducts $products,
        private EndCrawl $end,
    ) {
    }

    public function handle(Workspace $workspace, Turn $turn, PageAnswer $answer): void
    {
        $page = CrawlPage::query()->with('site')->find((int) $turn->crawlPageId);
        if ($page === null) {
            HostPace::answered($turn->host, $turn);

            return;
        }
        $isSitemap = $page->kind === CrawlPageKind::Sitemap;
        $outcome = $isSitemap ? self::ofSitemap($answer, $page->site) : $this->read->handle($page->site, null, $answer, $turn->at);
        HostPace::after($turn, $answer, $outcome);
        $page->site->countRefusals($outcome);
        DB::transaction(function () use ($workspace, $page, $turn, $answer, $outcome, $isSitemap): void {
            $crawl = Crawl::query()->with('site')->where('site_id', $page->site_id)->lockForUpdate()->first();
            $asked = CrawlPage::query()->lockForUpdate()->find($page->id);
            if ($crawl === null || $asked?->asked_at === null || ! $asked->asked_at->equalTo($turn->at)) {
                // Another round began, or it was taken for lost meanwhile.
                return;
            }
            $asked->setRelation('site', $page->site);
            $isSitemap ? $this->sitemap($crawl, $asked, $turn, $answer, $outcome) : $this->page($crawl, $asked, $turn, $answer, $outcome);
            if ($crawl->asked % self::TOLD_EVERY === 0) {
                Announce::change($workspace->id, Topic::Watches);
            }
        });
        $this->end->ifDue($page->site_id);
    }

    public function notAllowed(Turn $turn): void
    {
        HostPace::answered(WebHost::query()->findOrFail($turn->host->host), $turn);
        $page = CrawlPage::query()->find((int) $turn->crawlPageId);
        if ($page !== null) {
            self::failed($page, Message::of('page_robots', host: $turn->host->host), false);
            $this->end->ifDue($page->site_id);
        }
    }

    /** Whoever asked for it died: it is asked for again, but not for ever. */
    public function interrupted(CrawlPage $page): void
    {
        self::failed($page, Message::of('page_interrupted'), true);
        $this->end->ifDue($page->site_id);
    }

    private static function ofSitemap(PageAnswer $answer, Site $site): PageOutcome
    {
        $status = $answer->status;
        $isTrouble = $status === null || $status === 429 || $status >= 500;

        return new PageOutcome(
            null,
            match (true) {
                $answer->failure !== null => $answer->failure,
                $status === 200 || $status === 304 => null,
                default => Message::of('page_status', status: (string) $status),
            },
            isUnchanged: $status === 304,
            isRefusal: in_array($status, [401, 403, 451], true),
            isTrouble: $isTrouble,
        );
    }

    private function sitemap(Crawl $crawl, CrawlPage $page, Turn $turn, PageAnswer $answer, PageOutcome $outcome): void
    {
        // Those that robots.txt names, which has been read by now.
        $this->found->sitemaps($crawl, $turn->host->robots()->sitemaps);
        if ($outcome->problem !== null) {
            self::failed($page, $outcome->problem, $outcome->isTrouble);

            return;
        }
        try {
            // Asked for without an ETag: what it lists is wanted, not whether it has changed.
            $sitemap = Sitemap::parse($answer->body);
        } catch (UnreadableSitemap) {
            self::failed($page, Message::of('crawl_no_sitemap'), false);

            return;
        }
        $this->found->sitemaps($crawl, $sitemap->sitemaps);
        $this->found->pages($crawl, $sitemap->pages, 0);
        self::wasRead($page, $turn);
    }

    private function page(Crawl $crawl, CrawlPage $page, Turn $turn, PageAnswer $answer, PageOutcome $outcome): void
    {
        if ($outcome->isUnchanged) {
            $this->products->unchanged($page, $turn->at);
            self::wasRead($page, $turn);

            return;
        }
        if (in_array($answer->status, self::GONE, true)) {
            $this->products->gone($page, $turn->at);
            $page->delete();

            return;
        }
        if ($outcome->reading === null || $outcome->isRefusal) {
            self::failed($page, $outcome->problem ?? Message::of('page_no_product'), $outcome->isTrouble || $outcome->isRefusal);

            return;
        }
        $page->kind = CrawlPageKind::ofPage($outcome->reading->page);
        $page->etag = $answer->etag;
        $page->last_modified = $answer->lastModified;
        self::wasRead($page, $turn);
        $page->kind === CrawlPageKind::Product
            ? $this->products->keep($page, $outcome->reading, $outcome->offer, $turn->at)
            : $this->products->gone($page, $turn->at);
        if ($crawl->follows_links && $page->depth < $crawl->most_depth) {
            $html = HtmlPage::parse(CharacterSet::decode($answer->body, $answer->contentType));
            $this->found->pages($crawl, array_fill_keys(PageLinks::of($html, $answer->url), ''), $page->depth + 1);
        }
    }

    private static function wasRead(CrawlPage $page, Turn $turn): void
    {
        $page->state = 'read';
        $page->read_at = $turn->at;
        $page->asked_at = null;
        $page->failures = 0;
        $page->problem = null;
        $page->save();
    }

    private static function failed(CrawlPage $page, Message $problem, bool $isTriedAgain): void
    {
        $page->failures++;
        $page->problem = $problem;
        $page->state = $isTriedAgain && $page->failures < CrawlPage::MOST_FAILURES ? 'waiting' : 'failed';
        $page->asked_at = null;
        $page->save();
    }
}
