<?php

declare(strict_types=1);

namespace Wrasse\Core\Reading\Data;

use DOMElement;

use function array_map;
use function preg_split;
use function trim;

/** RDFa Lite 1.1, which is what pages use of RDFa; https://www.w3.org/TR/rdfa-lite/ */
final class Rdfa extends Marked
{
    public function name(): string
    {
        return 'rdfa';
    }

    protected function marked(): string
    {
        return '//*[@typeof or @property]';
    }

    protected function property(): string
    {
        return 'property';
    }

    protected function types(DOMElement $element): ?array
    {
        return $element->hasAttribute('typeof')
            ? array_map(Thing::term(...), preg_split('/\s+/', trim($element->getAttribute('typeof')), -1, PREG_SPLIT_NO_EMPTY) ?: [])
            : null;
    }

    protected function id(DOMElement $element): ?string
    {
        return $element->getAttribute('resource') ?: null;
    }
}
