<?php

declare(strict_types=1);

namespace Wrasse\Core\Reading\Data;

use DOMElement;
use SplObjectStorage;
use Wrasse\Core\Reading\Html\HtmlPage;

use function array_map;
use function preg_split;
use function trim;

/** Microdata, as the HTML standard has it; https://html.spec.whatwg.org/multipage/microdata.html */
final class Microdata extends Marked
{
    public function name(): string
    {
        return 'microdata';
    }

    protected function marked(): string
    {
        return '//*[@itemscope or @itemprop]';
    }

    protected function property(): string
    {
        return 'itemprop';
    }

    protected function types(DOMElement $element): ?array
    {
        return $element->hasAttribute('itemscope')
            ? array_map(Thing::term(...), preg_split('/\s+/', trim($element->getAttribute('itemtype')), -1, PREG_SPLIT_NO_EMPTY) ?: [])
            : null;
    }

    protected function id(DOMElement $element): ?string
    {
        return $element->getAttribute('itemid') ?: null;
    }

    /** "itemref" names elements by their ids, the first of each. */
    protected function elsewhere(HtmlPage $page): SplObjectStorage
    {
        /** @var SplObjectStorage<DOMElement, DOMElement> $elsewhere */
        $elsewhere = new SplObjectStorage();
        $referring = $page->all('//*[@itemscope][@itemref]');
        if ($referring === []) {
            return $elsewhere;
        }
        $named = [];
        foreach ($page->all('//*[@id]') as $element) {
            $named[$element->getAttribute('id')] ??= $element;
        }
        foreach ($referring as $thing) {
            foreach (preg_split('/\s+/', trim($thing->getAttribute('itemref')), -1, PREG_SPLIT_NO_EMPTY) ?: [] as $id) {
                $element = $named[$id] ?? null;
                if ($element !== null && $element !== $thing) {
                    $elsewhere[$element] = $thing;
                }
            }
        }

        return $elsewhere;
    }
}
