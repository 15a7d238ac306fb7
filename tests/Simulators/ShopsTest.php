<?php

declare(strict_types=1);

namespace Tests\Simulators;

use PHPUnit\Framework\TestCase;
use Simulators\Common\Clock;
use Simulators\Common\Store;
use Simulators\Shops\Answer;
use Simulators\Shops\Directory;
use Simulators\Shops\Shops;

/** The simulated shops of others do what their description says. */
final class ShopsTest extends TestCase
{
    use FreshShop;

    private Store $store;

    private Shops $shops;

    protected function setUp(): void
    {
        $this->store = $this->freshShop();
        (new Clock($this->store))->run(0, 1_772_442_000);
        $this->shops = new Shops($this->store);
        $this->shops->setUp();
    }

    public function test_each_of_eight_shops_sells_something_and_knows_when_a_page_is_unchanged(): void
    {
        self::assertCount(8, Directory::shops());
        foreach (Directory::shops() as $host => $shop) {
            self::assertSame(1, preg_match('#<loc>http://[^/]+(/p/[^<]+)</loc>#', $this->get($host, '/sitemap.xml')->body, $found));
            $page = $this->get($host, $found[1]);
            self::assertSame(200, $page->status, $host);
            self::assertStringContainsString(htmlspecialchars($shop->name), $page->body);
            self::assertSame(304, $this->get($host, $found[1], ['HTTP_IF_NONE_MATCH' => $page->headers['ETag']])->status, $host);
        }
    }

    public function test_one_shop_has_another_look_after_three_days_and_keeps_it(): void
    {
        $path = $this->pageOf('maison-du-bocal.test');
        $before = $this->get('maison-du-bocal.test', $path)->body;
        self::assertStringContainsString('product:price:amount', $before);
        (new Clock($this->store))->run(0, 1_772_442_000 + 3 * 86_400 - 1);
        self::assertStringContainsString('product:price:amount', $this->get('maison-du-bocal.test', $path)->body);
        (new Clock($this->store))->run(0, 1_772_442_000 + 3 * 86_400);
        self::assertStringNotContainsString('product:price:amount', $this->get('maison-du-bocal.test', $path)->body);
        // Setting up once more begins nothing anew.
        $this->shops->setUp();
        self::assertStringNotContainsString('product:price:amount', $this->get('maison-du-bocal.test', $path)->body);
    }

    public function test_whoever_asks_one_shop_too_often_is_asked_whether_they_are_human(): void
    {
        $path = $this->pageOf('barrel-lane.test');
        $pages = [];
        for ($n = 0; $n < 45; $n++) {
            $pages[] = $this->get('barrel-lane.test', $path)->body;
        }
        self::assertStringContainsString('£', $pages[0]);
        self::assertStringNotContainsString('£', end($pages));
    }

    private function pageOf(string $host): string
    {
        preg_match('#<loc>http://[^/]+(/p/[^<]+)</loc>#', $this->get($host, '/sitemap.xml')->body, $found);

        return $found[1] ?? '';
    }

    /** @param  array<string, string>  $server */
    private function get(string $host, string $path, array $server = []): Answer
    {
        return $this->shops->answer($host, 'GET', $path, ['HTTP_HOST' => $host, ...$server], '');
    }
}
