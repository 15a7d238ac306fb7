<?php

declare(strict_types=1);

namespace App\Watching\Crawling;

use App\Support\Live\Announce;
use App\Support\Live\Topic;
use App\Support\Messages\Message;
use App\Watching\Models\Crawl;
use App\Watching\Models\CrawlPage;
use App\Watching\Models\CrawlPageKind;
use App\Watching\Models\CrawlState;
use Illuminate\Support\Facades\DB;

/** Ends a round when there is nothing left to read, or as much was asked for, or as long as a person allows. */
final readonly class EndCrawl
{
    public function __construct(private FoundPages $found)
    {
    }

    public function ifDue(int $siteId): void
    {
        DB::transaction(function () use ($siteId): void {
            $crawl = Crawl::query()->where('site_id', $siteId)->lockForUpdate()->first();
            if ($crawl === null || $crawl->state !== CrawlState::Running) {
                return;
            }
            if ($crawl->begun_at->addHours($crawl->most_hours)->isPast()) {
                $this->end($crawl, Message::of('crawl_out_of_time', hours: $crawl->most_hours));
            } elseif (! $this->has($crawl, 'asked')) {
                if ($crawl->asked >= $crawl->most_pages) {
                    $this->end($crawl, Message::of('crawl_page_limit', pages: $crawl->most_pages));
                } elseif (! $this->has($crawl, 'waiting') && ! $this->beginWithLinks($crawl)) {
                    $this->end($crawl, $this->problem($crawl));
                }
            }
        });
    }

    /** Where the site has no sitemap, or an empty one. */
    private function beginWithLinks(Crawl $crawl): bool
    {
        if ($crawl->follows_links || CrawlPage::query()->where('site_id', $crawl->site_id)->where('kind', '<>', CrawlPageKind::Sitemap)->exists()) {
            return false;
        }
        $crawl->follows_links = true;
        $crawl->save();

        return $this->found->pages($crawl, [$crawl->start_url => ''], 0) > 0;
    }

    private function problem(Crawl $crawl): ?Message
    {
        if ($crawl->left_out > 0) {
            return Message::of('crawl_left_out', pages: $crawl->left_out);
        }
        $pages = CrawlPage::query()->where('site_id', $crawl->site_id);
        if ((clone $pages)->where('kind', CrawlPageKind::Product)->exists()) {
            return null;
        }
        $failed = $pages->where('state', 'failed')->orderBy('depth')->orderByDesc('id')->first();

        return $failed?->problem === null ? Message::of('crawl_no_products') : Message::of('crawl_no_products_because', reason: $failed->problem);
    }

    private function end(Crawl $crawl, ?Message $because): void
    {
        CrawlPage::query()->where('site_id', $crawl->site_id)->where('state', 'asked')->update(['state' => 'waiting', 'asked_at' => null]);
        $crawl->end(CrawlState::Done, $because);
        Announce::change($crawl->workspace_id, Topic::Watches);
    }

    private function has(Crawl $crawl, string $state): bool
    {
        return CrawlPage::query()->where('site_id', $crawl->site_id)->where('state', $state)->exists();
    }
}
