<?php

declare(strict_types=1);

namespace App\Watching\Crawling;

use App\Channels\Outgoing\ForbiddenAddress;
use App\Channels\Outgoing\WebAddress;
use App\Watching\Fetching\Robot;
use App\Watching\Models\Crawl;
use App\Watching\Models\CrawlPage;
use App\Watching\Models\CrawlPageKind;
use App\Watching\Models\WebHost;
use Closure;
use Illuminate\Support\Facades\DB;
use Wrasse\Core\Reading\Crawling\PageLinks;

/** Notes addresses that were found in a shop: each once, only what robots may read, and no more than are to be read. */
final readonly class FoundPages
{
    private const MOST_SITEMAPS = 500;

    /** Of addresses that differ after "?" only: calendars and filters have no end. */
    private const MOST_OF_A_PATH = 50;

    /**
     * @param  list<string>  $addresses
     * @return int how many are new
     */
    public function sitemaps(Crawl $crawl, array $addresses): int
    {
        $room = self::MOST_SITEMAPS - $this->count($crawl, CrawlPageKind::Sitemap);

        return $this->note($crawl, array_slice(array_fill_keys($this->allowed($crawl, $addresses, PageLinks::isOfSite(...)), ''), 0, max(0, $room)), CrawlPageKind::Sitemap, CrawlPage::SITEMAP_DEPTH);
    }

    /**
     * @param  array<string, string>  $pages  when each was changed as the site says, or an empty text; by address
     * @param  int  $depth  links away from the start page
     */
    public function pages(Crawl $crawl, array $pages, int $depth): int
    {
        $pages = array_intersect_key($pages, array_flip($this->allowed($crawl, array_keys($pages), PageLinks::isPageOf(...))));
        $known = array_flip($this->known($crawl, array_keys($pages)));
        $new = $this->withoutEndlessPaths($crawl, array_diff_key($pages, $known));
        $room = max(0, $crawl->most_pages - $this->count($crawl, null));
        $crawl->left_out += max(0, count($new) - $room);
        $crawl->save();
        $this->note($crawl, array_slice($new, 0, $room), CrawlPageKind::Unknown, $depth);
        $this->changedSince($crawl, array_filter(array_intersect_key($pages, $known), fn (string $changed): bool => $changed !== ''));

        return min($room, count($new));
    }

    /**
     * @param  list<string>  $addresses
     * @param  Closure(string, string): bool  $isWanted  of an address and another of the site
     * @return list<string>
     */
    private function allowed(Crawl $crawl, array $addresses, Closure $isWanted): array
    {
        $robots = WebHost::query()->findOrFail($crawl->loadMissing('site')->site->host)->robots();
        $start = $crawl->start_url;

        return array_values(array_filter($addresses, function (string $address) use ($robots, $start, $isWanted): bool {
            try {
                WebAddress::parse($address);
            } catch (ForbiddenAddress) {
                return false;
            }

            return $isWanted($address, $start) && $robots->allows(Robot::NAME, Robot::path($address));
        }));
    }

    /**
     * @param  list<string>  $addresses
     * @return list<string>
     */
    private function known(Crawl $crawl, array $addresses): array
    {
        return array_column(
            DB::select(
                <<<'SQL'
                SELECT p.url
                FROM jsonb_array_elements_text(?::jsonb) AS found (url)
                JOIN crawl_pages p ON p.site_id = ? AND md5(p.url) = md5(found.url)
                WHERE p.workspace_id = ?
                SQL,
                [json_encode($addresses, JSON_THROW_ON_ERROR), $crawl->site_id, $crawl->workspace_id],
            ),
            'url',
        );
    }

    /**
     * @param  array<string, string>  $pages
     * @return array<string, string>
     */
    private function withoutEndlessPaths(Crawl $crawl, array $pages): array
    {
        $paths = [];
        foreach (array_keys($pages) as $address) {
            [$path, $query] = [...explode('?', $address, 2), ''];
            if ($query !== '') {
                $paths[md5($path)] = 0;
            }
        }
        if ($paths === []) {
            return $pages;
        }
        $counts = DB::table('crawl_pages')
            ->where('workspace_id', $crawl->workspace_id)
            ->where('site_id', $crawl->site_id)
            ->whereIn('path_hash', array_keys($paths))
            ->groupBy('path_hash')
            ->selectRaw('path_hash, count(*) AS pages')
            ->pluck('pages', 'path_hash');
        foreach ($counts as $path => $count) {
            $paths[$path] = (int) $count;
        }

        return array_filter(
            $pages,
            function (string $address) use (&$paths): bool {
                $path = md5(explode('?', $address, 2)[0]);

                return ! str_contains($address, '?') || ++$paths[$path] <= self::MOST_OF_A_PATH;
            },
            ARRAY_FILTER_USE_KEY,
        );
    }

    /** @param  array<string, string>  $pages */
    private function note(Crawl $crawl, array $pages, CrawlPageKind $kind, int $depth): int
    {
        return $pages === [] ? 0 : DB::affectingStatement(
            <<<'SQL'
            INSERT INTO crawl_pages (workspace_id, site_id, url, depth, kind, changed_on)
            SELECT ?, ?, found.url, ?, ?, nullif(found.changed, '')
            FROM json_each_text(?::json) WITH ORDINALITY AS found (url, changed, place)
            ORDER BY found.place
            ON CONFLICT (site_id, md5(url)) DO NOTHING
            SQL,
            [$crawl->workspace_id, $crawl->site_id, $depth, $kind->value, json_encode((object) $pages, JSON_THROW_ON_ERROR | JSON_INVALID_UTF8_SUBSTITUTE)],
        );
    }

    /**
     * What was no product is read again where the sitemap says that it has changed.
     *
     * @param  array<string, string>  $pages
     */
    private function changedSince(Crawl $crawl, array $pages): void
    {
        if ($pages === []) {
            return;
        }
        DB::update(
            <<<'SQL'
            UPDATE crawl_pages p
            SET changed_on = found.changed, state = CASE WHEN p.state = 'read' THEN 'waiting' ELSE p.state END
            FROM jsonb_each_text(?::jsonb) AS found (url, changed)
            WHERE p.workspace_id = ? AND p.site_id = ? AND md5(p.url) = md5(found.url)
                AND p.changed_on IS DISTINCT FROM found.changed AND p.kind IN ('list', 'other')
            SQL,
            [json_encode($pages, JSON_THROW_ON_ERROR | JSON_INVALID_UTF8_SUBSTITUTE), $crawl->workspace_id, $crawl->site_id],
        );
    }

    /** @param  CrawlPageKind|null  $kind  null: all but sitemaps */
    private function count(Crawl $crawl, ?CrawlPageKind $kind): int
    {
        return CrawlPage::query()
            ->where('site_id', $crawl->site_id)
            ->where('kind', $kind === null ? '<>' : '=', CrawlPageKind::Sitemap)
            ->count();
    }
}
