<?php

declare(strict_types=1);

namespace Wrasse\Core\Tests\Reading\Crawling;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Wrasse\Core\Reading\Crawling\PageLinks;
use Wrasse\Core\Reading\Html\HtmlPage;

final class PageLinksTest extends TestCase
{
    /**
     * RFC 3986, section 5.4, with http for the scheme; what leads to where nobody can go is null here.
     *
     * @return array<string, array{string, string|null}>
     */
    public static function references(): array
    {
        return [
            'g' => ['g', 'http://a/b/c/g'],
            './g' => ['./g', 'http://a/b/c/g'],
            'g/' => ['g/', 'http://a/b/c/g/'],
            '/g' => ['/g', 'http://a/g'],
            '//g' => ['//g', 'http://g/'],
            '?y' => ['?y', 'http://a/b/c/d;p?y'],
            'g?y' => ['g?y', 'http://a/b/c/g?y'],
            '#s' => ['#s', 'http://a/b/c/d;p?q'],
            'g#s' => ['g#s', 'http://a/b/c/g'],
            ';x' => [';x', 'http://a/b/c/;x'],
            'empty' => ['', 'http://a/b/c/d;p?q'],
            '.' => ['.', 'http://a/b/c/'],
            '..' => ['..', 'http://a/b/'],
            '../..' => ['../..', 'http://a/'],
            '../../../g' => ['../../../g', 'http://a/g'],
            'another scheme' => ['g:h', null],
            'a script' => ['javascript:void(0)', null],
            'with a password' => ['http://me:secret@a/', null],
            // As browsers do; https://url.spec.whatwg.org/#url-parsing.
            'blanks and other letters' => [" größe 1\n", 'http://a/b/c/gr%C3%B6%C3%9Fe%201'],
            'where somebody came from' => ['g?utm_source=mail&x=1&gclid=7', 'http://a/b/c/g?x=1'],
        ];
    }

    #[DataProvider('references')]
    public function testResolves(string $reference, ?string $address): void
    {
        self::assertSame($address, PageLinks::resolved($reference, 'http://a/b/c/d;p?q'));
    }

    public function testFollowsLinksToPagesOfTheSameSiteOnce(): void
    {
        $page = HtmlPage::parse(<<<'HTML'
            <html><head><base href="/shop/"></head><body>
            <a href="crocks">Crocks</a> <a href="crocks#top">Top</a> <a href="http://www.jar-corner.test/lids">Lids</a>
            <a href="https://elsewhere.test/">Elsewhere</a> <a href="http://jar-corner.test:8080/other">Another server</a>
            <a href="/crock.JPG">Picture</a> <a rel="noopener nofollow" href="/advert">Advert</a>
            <a href="/basket">Basket</a> <a href="/p/1?add-to-cart=7">Buy</a> <a name="here">Here</a> <a href="/cartons">Cartons</a>
            </body></html>
            HTML);

        self::assertSame(
            ['http://jar-corner.test/shop/crocks', 'http://www.jar-corner.test/lids', 'http://jar-corner.test/cartons'],
            PageLinks::of($page, 'http://jar-corner.test/'),
        );
    }

    public function testFollowsNoneWhereThePageSaysSo(): void
    {
        $page = HtmlPage::parse('<html><head><meta name="Robots" content="noindex, NOFOLLOW"></head><body><a href="/p/1">One</a></body></html>');

        self::assertSame([], PageLinks::of($page, 'http://jar-corner.test/'));
    }
}
