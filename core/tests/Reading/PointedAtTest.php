<?php

declare(strict_types=1);

namespace Wrasse\Core\Tests\Reading;

use DOMElement;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Wrasse\Core\Document\Node;
use Wrasse\Core\Document\RecipeReader;
use Wrasse\Core\Reading\Html\HtmlPage;
use Wrasse\Core\Reading\Page\PageReader;
use Wrasse\Core\Reading\Page\ShownPage;
use Wrasse\Core\Reading\Recipe\SuggestedSelector;

/** From an element that a person points at on a page that is shown to how the pages of a site are read. */
final class PointedAtTest extends TestCase
{
    /** @return iterable<string, array{string, string}> the element that is pointed at has the text 12.90; and its selector */
    public static function pages(): iterable
    {
        yield 'an id that is a word' => ['<p id="price" class="x">12.90</p>', '#price'];
        yield 'what it is goes before how it looks' => ['<p class="big" itemprop="price">12.90</p>', '[itemprop="price"]'];
        yield 'a data attribute' => ['<p class="big" data-price="12.90">12.90</p>', 'p[data-price]'];
        yield 'a class' => ['<p>1.00</p><p class="price">12.90</p>', '.price'];
        yield 'an id with a number is of this page only' => ['<p id="price-4711" class="price">12.90</p>', '.price'];
        yield 'two classes where one is not enough' => [
            '<p class="price old">15.90</p><p class="price now">12.90</p><p class="now">today</p>',
            '.price.now',
        ];
        yield 'within what says where it is' => [
            '<div class="main"><span>12.90</span></div><div class="side"><span>3.90</span></div>',
            '.main span',
        ];
        yield 'a place, where nothing else says anything' => [
            '<div><span>3.90</span></div><div><span>12.90</span></div>',
            'html > body > div:nth-of-type(2) > span:nth-of-type(1)',
        ];
    }

    #[DataProvider('pages')]
    public function test_the_selector_says_what_it_is_before_how_it_looks_and_where_it_stands(string $body, string $selector): void
    {
        $page = HtmlPage::parse("<html><body>{$body}</body></html>");
        $pointed = $page->all("//*[normalize-space(text())='12.90']")[0];
        self::assertSame($selector, SuggestedSelector::of($page, $pointed));
        $found = $page->select($selector);
        self::assertCount(1, $found);
        self::assertTrue($found[0]->isSameNode($pointed));
    }

    public function test_what_is_shown_has_numbers_by_which_an_element_is_found_again(): void
    {
        $html = '<html><body><script>x</script><table><tr><td>a<td class="p">12.90</table><p>b</p></body></html>';
        $shown = HtmlPage::parse(ShownPage::html(HtmlPage::parse($html), []));
        $cell = $shown->select('.p')[0];
        $found = ShownPage::element(HtmlPage::parse($html), (int) $cell->getAttribute('data-wrasse-n'));
        self::assertInstanceOf(DOMElement::class, $found);
        self::assertSame(['td', '12.90'], [$found->tagName, $found->textContent]);
        self::assertNull(ShownPage::element(HtmlPage::parse($html), 99));
    }

    public function test_what_was_read_is_marked(): void
    {
        $html = '<html><body><h1>Crock</h1><p class="price">€12.90</p><p>In stock</p><button>Add to basket</button></body></html>';
        $reading = (new PageReader())->read($html, 'text/html; charset=utf-8');
        $shown = HtmlPage::parse(ShownPage::html(HtmlPage::parse($html), $reading->trace?->places($reading) ?? []));
        $marked = $shown->select('[data-wrasse="price"]');
        self::assertCount(1, $marked);
        self::assertSame('€12.90', $marked[0]->textContent);
    }

    public function test_nothing_of_what_is_shown_runs_loads_or_leads_elsewhere(): void
    {
        $hostile = <<<'HTML'
            <html onload="a()"><head><meta http-equiv="refresh" content="0;url=http://x.test"><base href="http://x.test"><link rel="stylesheet" href="http://x.test/a.css">
            <style>@import "http://x.test/b.css"; p { background: url(http://x.test/c.png) }</style><style>p { color: red }</style></head>
            <body onclick="b()" background="http://x.test/d.png"><script>c()</script><iframe src="http://x.test"></iframe><object data="x"></object><embed src="x">
            <svg><script>d()</script></svg><math><mi xlink:href="javascript:e()"></mi></math><form action="http://x.test"><input formaction="http://x.test" name="a"></form>
            <a href="javascript:f()">g</a><img src="http://x.test/h.png" srcset="http://x.test/i.png 2x" onerror="j()">
            <p style="background: URL ( 'http://x.test/k.png')">l</p><p style="color: blue">m</p><video poster="http://x.test/n.png"></video><template><script>o()</script></template>
            <noscript><img src="http://x.test/p.png"></noscript><a ping="http://x.test" xlink:href="http://x.test">q</a></body></html>
            HTML;
        $shown = ShownPage::html(HtmlPage::parse($hostile), []);
        self::assertDoesNotMatchRegularExpression('/x\.test|javascript:|<script|\son\w+=|<iframe|<object|<embed|<svg|<base|http-equiv/i', $shown);
        self::assertStringContainsString('color: red', $shown);
        self::assertStringContainsString('color: blue', $shown);
    }

    public function test_a_recipe_from_what_was_pointed_at_reads_it(): void
    {
        $html = '<html><body><h1>Crock</h1><p class="was">€15.90</p><div class="buy"><b>€12.90</b></div></body></html>';
        $page = HtmlPage::parse($html);
        $recipe = (new RecipeReader())->read(
            Node::of([
                'version' => 1,
                'fields' => [
                    'price' => [
                        ['select' => SuggestedSelector::of($page, $page->select('.buy b')[0])],
                        ['text' => true],
                        ['as' => 'price'],
                    ],
                ],
            ]),
        );
        $reading = (new PageReader())->read($html, 'text/html', recipe: $recipe);
        self::assertSame(['12.90', 'recipe'], [$reading->price, $reading->foundBy['price']]);
    }
}
