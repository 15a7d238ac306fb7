<?php

declare(strict_types=1);

namespace Wrasse\Core\Reading\Recipe;

use DOMElement;
use Symfony\Component\CssSelector\Exception\ExceptionInterface;
use Wrasse\Core\Reading\Html\HtmlPage;

use function array_filter;
use function array_slice;
use function array_values;
use function count;
use function implode;
use function preg_match;
use function preg_split;
use function str_starts_with;

/**
 * Finds a CSS selector for an element that a person pointed at, such that it is likely to find the same thing on other pages of
 * the site, and after small changes: what says what it is goes before how it looks, and that before where it stands.
 */
final readonly class SuggestedSelector
{
    private const MEANINGS = ['itemprop', 'property', 'data-testid', 'data-test', 'data-qa', 'data-role', 'data-field', 'data-name'];

    /** Attributes that hold what differs from page to page are no help to find it. */
    private const WORD = '/^[A-Za-z][A-Za-z_-]{1,40}\z/';

    private const MOST_CLASSES = 3;

    private const MOST_ANCESTORS = 6;

    private function __construct()
    {
    }

    public static function of(HtmlPage $page, DOMElement $element): string
    {
        $own = self::candidates($element);
        foreach ($own as $selector) {
            if (self::isOnly($page, $selector, $element)) {
                return $selector;
            }
        }
        $ancestor = $element->parentNode;
        for ($step = 0; $step < self::MOST_ANCESTORS && $ancestor instanceof DOMElement; $step++, $ancestor = $ancestor->parentNode) {
            foreach (self::candidates($ancestor) as $within) {
                foreach ([...$own, $element->tagName] as $selector) {
                    if (self::isOnly($page, "{$within} {$selector}", $element)) {
                        return "{$within} {$selector}";
                    }
                }
            }
        }

        return HtmlPage::path($element);
    }

    /** @return list<string> that an element alone offers, best first */
    private static function candidates(DOMElement $element): array
    {
        $found = [];
        $id = $element->getAttribute('id');
        if (preg_match(self::WORD, $id) === 1) {
            $found[] = "#{$id}";
        }
        foreach (self::MEANINGS as $name) {
            $value = $element->getAttribute($name);
            if (preg_match(self::WORD, $value) === 1) {
                $found[] = "[{$name}=\"{$value}\"]";
            }
        }
        foreach ($element->attributes as $attribute) {
            if (str_starts_with($attribute->name, 'data-') && preg_match(self::WORD, $attribute->name) === 1) {
                $found[] = "{$element->tagName}[{$attribute->name}]";
            }
        }
        $classes = array_slice(
            array_values(
                array_filter(
                    preg_split('/\s+/', $element->getAttribute('class')) ?: [],
                    fn (string $class) => preg_match(self::WORD, $class) === 1,
                ),
            ),
            0,
            self::MOST_CLASSES,
        );
        foreach ($classes as $class) {
            $found[] = ".{$class}";
        }
        if (count($classes) > 1) {
            $found[] = '.'.implode('.', $classes);
        }

        return $found;
    }

    private static function isOnly(HtmlPage $page, string $selector, DOMElement $element): bool
    {
        try {
            $found = $page->select($selector);
        } catch (ExceptionInterface) {
            return false;
        }

        return count($found) === 1 && $found[0]->isSameNode($element);
    }
}
