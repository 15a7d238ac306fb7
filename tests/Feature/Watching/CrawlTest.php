<?php

declare(strict_types=1);

namespace Tests\Feature\Watching;

use App\Channels\Outgoing\PageClient;
use App\Channels\Outgoing\PinnedAddress;
use App\Watching\Actions\SweepWatches;
use App\Watching\Crawling\SweepCrawls;
use App\Watching\Models\CrawlPage;
use App\Watching\Models\Site;
use App\Watching\Models\SiteProduct;
use App\Watching\Models\Watch;
use GuzzleHttp\Psr7\Response;
use Tests\TestCase;

/** From the address of a shop to what it sells, what of that is ours, and pages that are watched. */
final class CrawlTest extends TestCase
{
    private const SHOP = 'https://brewers-loft.test';

    private StandInWeb $web;

    protected function setUp(): void
    {
        parent::setUp();
        $this->travelTo('2026-11-30 09:00:00.123456');
        $this->web = new StandInWeb($this->openTransactions);
        $this->app->bind(PageClient::class, fn () => new PageClient(app(PinnedAddress::class), [80, 443], fn () => $this->web));
        $this->web->at(self::SHOP.'/robots.txt', new Response(200, [], "User-agent: *\nDisallow: /basket\nSitemap: ".self::SHOP."/maps/index.xml\n"));
    }

    public function test_a_shop_is_read_from_the_sitemaps_that_robots_txt_names(): void
    {
        $this->web->at(self::SHOP.'/maps/index.xml', self::xml('<sitemapindex>'.self::loc('sitemap', '/maps/1.xml.gz').'</sitemapindex>'));
        $this->web->at(self::SHOP.'/maps/1.xml.gz', new Response(200, ['Content-Type' => 'application/gzip'], (string) gzencode(
            '<urlset>'.self::loc('url', '/about').self::loc('url', '/basket/1').self::loc('url', '/p/1').self::loc('url', '/p/2').'<url><loc>https://elsewhere.test/p</loc></url></urlset>',
        )));
        $this->web->page(self::SHOP.'/about', '<html><body><h1>About us</h1><a href="/p/3">Three</a></body></html>');
        $this->web->page(self::SHOP.'/p/1', self::product('Stoneware crock 5 l', '21.90'));
        $this->web->page(self::SHOP.'/p/2', self::product('Airlock, set of 3', '4.50', 'OutOfStock'));

        $crawl = $this->crawl();

        self::assertSame(
            ['done', 3, 0, 2, 1, 2, 2, null],
            [$crawl['state'], $crawl['read'], $crawl['waiting'], $crawl['product_pages'], $crawl['other_pages'], $crawl['products'], $crawl['new_products'], $crawl['ended_because']],
        );
        self::assertSame(
            [['Airlock, set of 3', 450, false], ['Stoneware crock 5 l', 2_190, true]],
            SiteProduct::query()->orderBy('title')->get()->map(fn (SiteProduct $one) => [$one->title, $one->price_minor, $one->in_stock])->all(),
        );
        self::assertSame([], array_values(array_filter($this->web->asked(), fn (string $url) => str_contains($url, 'basket') || str_contains($url, 'elsewhere') || str_ends_with($url, '/p/3'))));
    }

    public function test_a_shop_without_a_sitemap_is_read_by_its_links_as_deep_as_wanted(): void
    {
        $this->web->at(self::SHOP.'/robots.txt', new Response(404));
        $this->web->page(self::SHOP.'/', self::links('/crocks', '/basket', '/picture.jpg', 'https://elsewhere.test/'));
        $this->web->page(self::SHOP.'/crocks', self::links('/p/1', '/', '/p/1#reviews', '/deep'));
        $this->web->page(self::SHOP.'/p/1', self::product('Stoneware crock 5 l', '21.90'));
        $this->web->page(self::SHOP.'/deep', self::links('/deeper'));

        $crawl = $this->crawl(['most_depth' => 2]);

        self::assertSame(['done', true, 1], [$crawl['state'], $crawl['follows_links'], $crawl['products']]);
        self::assertNotContains(self::SHOP.'/deeper', $this->web->asked());
        self::assertSame(array_unique($this->web->asked()), $this->web->asked());
    }

    public function test_no_more_is_asked_for_than_is_allowed_and_that_is_said(): void
    {
        $this->sitemap(...array_map(fn (int $i) => "/p/{$i}", range(1, 30)));

        $crawl = $this->crawl(['most_pages' => 10]);

        self::assertSame(['done', 'crawl_page_limit'], [$crawl['state'], $crawl['ended_because']['code']]);
        self::assertLessThanOrEqual(10, count(array_filter($this->web->asked(), fn (string $url) => str_contains($url, '/p/'))));
    }

    public function test_addresses_that_differ_without_end_are_not_all_asked_for(): void
    {
        $this->web->at(self::SHOP.'/robots.txt', new Response(404));
        for ($day = 0; $day < 200; $day++) {
            $this->web->page(self::SHOP.($day === 0 ? '/' : "/calendar?day={$day}"), self::links(...array_map(fn (int $i) => "/calendar?day={$i}", range($day + 1, $day + 40))));
        }

        $this->crawl(['most_depth' => 20]);

        self::assertLessThanOrEqual(55, count($this->web->requests));
    }

    public function test_a_shop_is_read_again_on_its_schedule_and_what_is_new_or_gone_is_noted(): void
    {
        $this->sitemap('/p/1', '/p/2');
        $this->web->page(self::SHOP.'/p/1', self::product('Stoneware crock 5 l', '21.90'));
        $this->web->page(self::SHOP.'/p/2', self::product('Airlock', '4.50'));
        $this->crawl(['every_days' => 7]);
        $this->sitemap('/p/1', '/p/2', '/p/3');
        $this->web->page(self::SHOP.'/p/1', self::product('Stoneware crock 5 l', '19.90'));
        $this->web->at(self::SHOP.'/p/2', new Response(404));
        $this->web->page(self::SHOP.'/p/3', self::product('Fermentation weight', '9.90'));

        $this->travelTo('2026-12-06 12:00:00');
        $this->readOn(3);
        self::assertSame('done', $this->shown()['state']);
        $this->travelTo('2026-12-07 09:00:10');
        $this->readOn(20);

        $crawl = $this->shown();
        self::assertSame(['done', 2, 1], [$crawl['state'], $crawl['products'], $crawl['new_products']]);
        $this->assertDatabaseHas('site_product_prices', ['workspace_id' => $this->workspace->id, 'price_minor' => 2_190]);
        $this->assertDatabaseHas('site_product_prices', ['workspace_id' => $this->workspace->id, 'price_minor' => 1_990]);
    }

    public function test_a_crawl_waits_where_the_site_refuses_and_goes_on_where_it_was(): void
    {
        $this->sitemap('/p/1', '/p/2', '/p/3', '/p/4');
        $refused = fn () => new Response(403);
        foreach ([1, 2, 3, 4] as $i) {
            $this->web->at(self::SHOP."/p/{$i}", $refused);
        }
        $crawl = $this->crawl();
        self::assertSame('running', $crawl['state']);
        self::assertNotNull(Site::query()->sole()->paused_at);
        $asked = count($this->web->requests);
        $this->readOn(5);
        self::assertCount($asked, $this->web->requests);

        foreach ([1, 2, 3, 4] as $i) {
            $this->web->page(self::SHOP."/p/{$i}", self::product("Crock {$i} l", '9.90'));
        }
        $this->actingAs($this->user)->patchJson('/api/v1/sites/'.Site::query()->sole()->id, ['is_paused' => false])->assertOk();
        $this->readOn(20);

        self::assertSame(['done', 4], [$this->shown()['state'], $this->shown()['products']]);
    }

    public function test_a_page_whose_process_died_is_asked_for_again(): void
    {
        $this->sitemap('/p/1');
        $this->web->page(self::SHOP.'/p/1', self::product('Stoneware crock 5 l', '21.90'));
        $this->begin();
        $this->readOn(3);
        CrawlPage::query()->where('url', self::SHOP.'/p/1')->update(['state' => 'asked', 'asked_at' => now()->format(Watch::TIME)]);

        $this->readOn(20);

        self::assertSame(['done', 1], [$this->shown()['state'], $this->shown()['products']]);
    }

    public function test_watches_come_before_crawls_and_keep_a_part_of_the_days_requests(): void
    {
        $this->sitemap(...array_map(fn (int $i) => "/p/{$i}", range(1, 30)));
        $this->begin();
        Site::query()->update(['daily_requests' => 10]);
        $this->readOn(40);

        self::assertSame('running', $this->shown()['state']);
        self::assertCount(8, $this->web->requests);
    }

    public function test_what_is_stopped_goes_on_where_it_was(): void
    {
        $this->sitemap('/p/1', '/p/2', '/p/3', '/p/4', '/p/5');
        $id = $this->begin();
        $this->readOn(5);
        $asked = count($this->web->requests);
        $this->actingAs($this->user)->postJson("/api/v1/crawls/{$id}/stop")->assertOk()->assertJson(['state' => 'stopped']);
        $this->readOn(5);
        self::assertCount($asked, $this->web->requests);

        $this->actingAs($this->user)->postJson("/api/v1/crawls/{$id}/start")->assertOk()->assertJson(['state' => 'running']);
        $this->readOn(15);

        self::assertSame('done', $this->shown()['state']);
        self::assertSame(array_unique($this->web->asked()), $this->web->asked());
    }

    public function test_only_shops_outside_are_read_through(): void
    {
        foreach (['http://127.0.0.1/', 'ftp://brewers-loft.test/', 'https://brewers-loft.test:8443/', 'javascript:alert(1)', 'http://10.0.0.7/'] as $url) {
            $this->actingAs($this->user)->postJson('/api/v1/crawls', ['url' => $url])->assertUnprocessable()->assertJsonStructure(['errors' => ['url']]);
        }
        $this->actingAs($this->user)->postJson('/api/v1/crawls', ['url' => 'brewers-loft.test', 'most_pages' => 0])->assertUnprocessable();
        $id = $this->begin();
        [, $stranger] = $this->makeWorkspace('Ton & Topf', 'ida@ton-topf.example');
        foreach (['patchJson' => '', 'postJson' => '/stop'] as $method => $path) {
            $this->actingAs($stranger)->{$method}("/api/v1/crawls/{$id}{$path}")->assertNotFound();
        }
        self::assertSame([], $this->actingAs($stranger)->getJson('/api/v1/crawls')->json());
    }

    /** @param  array<string, mixed>  $wanted */
    private function begin(array $wanted = []): int
    {
        return $this->actingAs($this->user)->postJson('/api/v1/crawls', ['url' => self::SHOP, ...$wanted])->assertCreated()->json('id');
    }

    /**
     * @param  array<string, mixed>  $wanted
     * @return array<string, mixed>
     */
    private function crawl(array $wanted = []): array
    {
        $this->begin($wanted);
        $this->readOn(80);

        return $this->shown();
    }

    /** @return array<string, mixed> */
    private function shown(): array
    {
        return $this->actingAs($this->user)->getJson('/api/v1/crawls')->assertOk()->json('0');
    }

    /** As many turns, each after the delay of the host. */
    private function readOn(int $turns): void
    {
        for ($i = 0; $i < $turns; $i++) {
            $this->travel(7)->seconds();
            app(SweepWatches::class)->sweep();
            app(SweepCrawls::class)->sweep();
            $this->workOff('watching');
        }
    }

    private function sitemap(string ...$paths): void
    {
        $this->web->at(self::SHOP.'/maps/index.xml', self::xml('<urlset>'.implode('', array_map(fn (string $path) => self::loc('url', $path), $paths)).'</urlset>'));
    }

    private static function loc(string $element, string $path): string
    {
        return "<{$element}><loc>".self::SHOP."{$path}</loc></{$element}>";
    }

    private static function xml(string $body): Response
    {
        return new Response(200, ['Content-Type' => 'application/xml'], $body);
    }

    private static function links(string ...$to): string
    {
        return '<html><body><h1>Shop</h1>'.implode('', array_map(fn (string $url) => "<a href=\"{$url}\">{$url}</a> ", $to)).'</body></html>';
    }

    private static function product(string $name, string $price, string $availability = 'InStock'): string
    {
        $data = json_encode([
            '@context' => 'https://schema.org', '@type' => 'Product', 'name' => $name, 'brand' => 'Kettle & Crock',
            'offers' => ['@type' => 'Offer', 'price' => $price, 'priceCurrency' => 'EUR', 'availability' => "https://schema.org/{$availability}"],
        ], JSON_THROW_ON_ERROR);

        return "<html><head><script type=\"application/ld+json\">{$data}</script></head><body><h1>{$name}</h1><p>€{$price}</p></body></html>";
    }
}
