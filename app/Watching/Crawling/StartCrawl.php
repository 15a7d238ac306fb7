<?php

declare(strict_types=1);

namespace App\Watching\Crawling;

use App\Support\Live\Announce;
use App\Support\Live\Topic;
use App\Watching\Jobs\ReadPagesJob;
use App\Watching\Models\Crawl;
use App\Watching\Models\CrawlPage;
use App\Watching\Models\CrawlPageKind;
use App\Watching\Models\CrawlState;
use Carbon\CarbonImmutable;
use Illuminate\Support\Facades\DB;
use Wrasse\Core\Reading\Crawling\PageLinks;

/** Begins a round through a shop: its sitemaps, what they list, and what is known already. */
final readonly class StartCrawl
{
    public function __construct(private FoundPages $found)
    {
    }

    /** One that is under way goes on as it is. */
    public function handle(Crawl $crawl): void
    {
        DB::transaction(function () use ($crawl): void {
            if ($crawl->exists && $crawl->state === CrawlState::Running && $crawl->round > 0) {
                return;
            }
            $crawl->state = CrawlState::Running;
            $crawl->round++;
            $crawl->asked = 0;
            $crawl->left_out = 0;
            $crawl->begun_at = CarbonImmutable::now();
            $crawl->ended_at = $crawl->ended_because = $crawl->next_at = null;
            $crawl->follows_links = ! self::hasSitemap($crawl->start_url);
            $crawl->save();
            $this->readAgain($crawl);
            $crawl->follows_links
                ? $this->found->pages($crawl, [$crawl->start_url => ''], 0)
                : $this->found->sitemaps($crawl, [self::sitemapOf($crawl->start_url)]);
            Announce::change($crawl->workspace_id, Topic::Watches);
            DB::afterCommit(fn () => ReadPagesJob::dispatch($crawl->workspace_id));
        });
    }

    /** Whoever names a page within a shop wants what it leads to, not the whole shop. */
    private static function hasSitemap(string $startUrl): bool
    {
        return parse_url($startUrl, PHP_URL_QUERY) === null && in_array(parse_url($startUrl, PHP_URL_PATH), [null, '', '/'], true) || self::isSitemap($startUrl);
    }

    private static function isSitemap(string $url): bool
    {
        return preg_match('/\.(?:xml|txt)(?:\.gz)?\z/i', (string) parse_url($url, PHP_URL_PATH)) === 1;
    }

    private static function sitemapOf(string $startUrl): string
    {
        return self::isSitemap($startUrl) ? $startUrl : (string) PageLinks::resolved('/sitemap.xml', $startUrl);
    }

    /** What sold something or leads on, and what could not be had; what else there was is not asked for again. */
    private function readAgain(Crawl $crawl): void
    {
        CrawlPage::query()
            ->where('site_id', $crawl->site_id)
            ->where(
                fn ($either) => $either
                    ->whereIn('kind', [CrawlPageKind::Sitemap, CrawlPageKind::Product, ...$crawl->follows_links ? [CrawlPageKind::List, CrawlPageKind::Other] : []])
                    ->orWhere('state', '<>', 'read'),
            )
            ->update(['state' => 'waiting', 'asked_at' => null, 'failures' => 0, 'problem' => null]);
    }
}
