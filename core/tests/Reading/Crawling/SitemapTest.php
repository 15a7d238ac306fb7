<?php

declare(strict_types=1);

namespace Wrasse\Core\Tests\Reading\Crawling;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\Attributes\TestDox;
use PHPUnit\Framework\TestCase;
use Wrasse\Core\Reading\Crawling\Sitemap;
use Wrasse\Core\Reading\Crawling\UnreadableSitemap;
use Wrasse\Core\Reading\Robots\RobotsFile;

/** Examples after https://www.sitemaps.org/protocol.html, with hosts of our own. */
final class SitemapTest extends TestCase
{
    private const URLS = <<<'XML'
        <?xml version="1.0" encoding="UTF-8"?>
        <urlset xmlns="http://www.sitemaps.org/schemas/sitemap/0.9" xmlns:image="http://www.google.com/schemas/sitemap-image/1.1">
           <url>
              <loc>http://cellar-supply.test/catalog?item=12&amp;desc=vacation_hawaii</loc>
              <lastmod>2004-12-23T18:00:15+00:00</lastmod><changefreq>weekly</changefreq><priority>0.3</priority>
              <image:image><image:loc>http://cellar-supply.test/crock.jpg</image:loc></image:image>
           </url>
           <url><loc> http://cellar-supply.test/p/2 </loc></url>
           <url/>
           <url><loc>ftp://cellar-supply.test/no</loc></url>
        </urlset>
        XML;

    private const INDEX = <<<'XML'
        <?xml version="1.0" encoding="UTF-8"?>
        <sitemapindex xmlns="http://www.sitemaps.org/schemas/sitemap/0.9">
           <sitemap><loc>http://cellar-supply.test/sitemap1.xml.gz</loc><lastmod>2004-10-01T18:23:17+00:00</lastmod></sitemap>
           <sitemap><loc>http://cellar-supply.test/sitemap2.xml.gz</loc></sitemap>
        </sitemapindex>
        XML;

    /** @return array<string, array{string}> */
    public static function waysToWrite(): array
    {
        return [
            'plain' => [self::URLS],
            'compressed' => [(string) gzencode(self::URLS)],
            'with a byte order mark and a blank line' => ["\xEF\xBB\xBF\n".self::URLS],
            'with a prefix' => [(string) preg_replace('#<(/?)(url|urlset|loc|lastmod|changefreq|priority)\b#', '<$1s:$2', str_replace('xmlns=', 'xmlns:s=', self::URLS))],
        ];
    }

    #[DataProvider('waysToWrite')]
    public function testListsPagesWithTheTimeOfTheirLastChange(string $bytes): void
    {
        $sitemap = Sitemap::parse($bytes);

        self::assertSame(
            ['http://cellar-supply.test/catalog?item=12&desc=vacation_hawaii' => '2004-12-23T18:00:15+00:00', 'http://cellar-supply.test/p/2' => ''],
            $sitemap->pages,
        );
        self::assertSame([], $sitemap->sitemaps);
    }

    public function testAnIndexLeadsToOtherSitemaps(): void
    {
        $sitemap = Sitemap::parse(self::INDEX);

        self::assertSame(['http://cellar-supply.test/sitemap1.xml.gz', 'http://cellar-supply.test/sitemap2.xml.gz'], $sitemap->sitemaps);
        self::assertSame([], $sitemap->pages);
    }

    public function testAPlainTextHasAnAddressALine(): void
    {
        self::assertSame(['http://jar-corner.test/1', 'http://jar-corner.test/2'], array_keys(Sitemap::parse("http://jar-corner.test/1\r\n\r\nhttp://jar-corner.test/2\nnone\n")->pages));
    }

    public function testWhatIsCutOffCountsAsFarAsItGoes(): void
    {
        $xml = '<urlset>';
        for ($i = 0; $i < 200; $i++) {
            $xml .= "<url><loc>http://jar-corner.test/p/{$i}/".md5((string) $i).'</loc></url>';
        }
        $half = count(Sitemap::parse(substr($xml, 0, intdiv(strlen($xml), 2)))->pages);

        self::assertEqualsWithDelta(100, $half, 5);
        self::assertGreaterThan(50, count(Sitemap::parse(substr((string) gzencode($xml), 0, -2_000))->pages));
    }

    /** @return array<string, array{string}> */
    public static function noSitemaps(): array
    {
        return [
            'a web page' => ['<!doctype html><html><body>Not found</body></html>'],
            'nothing' => [''],
            'a text' => ['There is no sitemap here.'],
            'broken compression' => ["\x1f\x8bnothing of the kind"],
            'larger than one may be' => [(string) gzencode(str_repeat(' ', Sitemap::MOST_BYTES + 1))],
            'a feed' => ['<rss><channel><item><url><loc>http://a.test/</loc></url></item></channel></rss>'],
        ];
    }

    #[DataProvider('noSitemaps')]
    public function testWhatIsNoSitemapIsRefused(string $bytes): void
    {
        $this->expectException(UnreadableSitemap::class);

        Sitemap::parse($bytes);
    }

    #[TestDox('Entities are not resolved, neither those of files nor those that grow')]
    public function testEntities(): void
    {
        $xml = '<!DOCTYPE urlset [<!ENTITY a SYSTEM "file:///etc/hostname"><!ENTITY b "xxxxxxxxxx"><!ENTITY c "&b;&b;&b;&b;&b;&b;&b;&b;">]>'
            .'<urlset><url><loc>http://jar-corner.test/&a;</loc></url><url><loc>http://jar-corner.test/&c;</loc></url></urlset>';

        foreach (array_keys(Sitemap::parse($xml)->pages) as $address) {
            self::assertStringNotContainsString((string) gethostname(), $address);
            self::assertLessThan(40, strlen($address));
        }
    }

    public function testNoMoreThanTheProtocolAllows(): void
    {
        $xml = '<urlset>';
        for ($i = 0; $i < Sitemap::MOST_ADDRESSES + 10; $i++) {
            $xml .= "<url><loc>http://jar-corner.test/p/{$i}</loc></url>";
        }

        self::assertCount(Sitemap::MOST_ADDRESSES, Sitemap::parse("{$xml}</urlset>")->pages);
    }

    #[TestDox('robots.txt says where they are, whichever robot it speaks of')]
    public function testInRobots(): void
    {
        $robots = RobotsFile::parse("User-agent: other\nDisallow: /\nSitemap: http://a.test/one.xml\n\nUser-agent: *\nAllow: /\nsitemap:http://a.test/two.xml.gz # second\n");

        self::assertSame(['http://a.test/one.xml', 'http://a.test/two.xml.gz'], $robots->sitemaps);
        self::assertTrue($robots->allows('WrasseBot', '/'));
    }
}
