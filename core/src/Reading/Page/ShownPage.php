<?php

declare(strict_types=1);

namespace Wrasse\Core\Reading\Page;

use DOMElement;
use Masterminds\HTML5;
use Wrasse\Core\Reading\Html\CharacterSet;
use Wrasse\Core\Reading\Html\HtmlPage;

use function in_array;
use function preg_match;
use function strtolower;

/**
 * A page to be looked at again: without anything that runs, loads or leads elsewhere, and with marks on what was read. Whoever
 * shows it forbids all of that once more.
 */
final readonly class ShownPage
{
    private const LEFT_OUT = [
        'script', 'iframe', 'frame', 'frameset', 'object', 'embed', 'applet', 'base', 'link', 'meta', 'noscript', 'template', 'audio', 'video',
        'source', 'track', 'portal', 'svg', 'math',
    ];

    /** Attributes that stay: what a recipe can find an element by, and what it looks like. */
    private const KEPT = '/^(?:id|class|style|lang|dir|title|alt|width|height|colspan|rowspan|type|value|selected|checked|disabled|hidden|name|for|itemprop|itemtype|itemscope|content|property|open|aria-[a-z]+|data-[a-z0-9_-]+)\z/';

    /** Styles that would load something. */
    private const LOADS = '/url\s*\(|@import|expression\s*\(|image-set|\\\\/i';

    private const LONGEST_STYLE = 200_000;

    private function __construct()
    {
    }

    /**
     * @param  list<array{string, string}>  $places  as Trace::places() tells them
     * @return string HTML in UTF-8; elements have their number() in data-wrasse-n, and those of places the field in data-wrasse
     */
    public static function html(HtmlPage $page, array $places): string
    {
        foreach ($places as [$field, $path]) {
            $element = $page->at($path);
            if ($element !== null && HtmlPage::isSeen($element)) {
                $element->setAttribute('data-wrasse', $field);
            }
        }
        foreach (self::numbered($page) as $number => $element) {
            $element->setAttribute('data-wrasse-n', (string) $number);
        }
        foreach ($page->all('//*') as $element) {
            self::clean($element);
        }

        return (new HTML5())->saveHTML($page->document);
    }

    /** The element of a number as html() writes it. */
    public static function element(HtmlPage $page, int $number): ?DOMElement
    {
        return self::numbered($page)[$number] ?? null;
    }

    /** @return list<DOMElement> */
    private static function numbered(HtmlPage $page): array
    {
        return $page->all('//body//*');
    }

    private static function clean(DOMElement $element): void
    {
        $name = strtolower($element->tagName);
        if (in_array($name, self::LEFT_OUT, true)) {
            $element->parentNode?->removeChild($element);

            return;
        }
        if ($name === 'style' && (strlen($element->textContent) > self::LONGEST_STYLE || preg_match(self::LOADS, $element->textContent) === 1)) {
            $element->parentNode?->removeChild($element);

            return;
        }
        foreach ([...$element->attributes] as $attribute) {
            $isKept = preg_match(self::KEPT, strtolower($attribute->name)) === 1
                && ! (strtolower($attribute->name) === 'style' && preg_match(self::LOADS, $attribute->value) === 1);
            if (! $isKept) {
                $element->removeAttributeNode($attribute);
            }
        }
    }

    /** @param  string  $bytes  as they came */
    public static function parse(string $bytes, ?string $contentType): HtmlPage
    {
        return HtmlPage::parse(CharacterSet::decode($bytes, $contentType));
    }
}
