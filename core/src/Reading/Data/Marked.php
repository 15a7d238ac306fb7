<?php

declare(strict_types=1);

namespace Wrasse\Core\Reading\Data;

use DOMElement;
use SplObjectStorage;
use Wrasse\Core\Reading\Html\HtmlPage;

use function preg_split;
use function trim;

/** Things that are marked in the elements of a page themselves. */
abstract class Marked implements DataSource
{
    private const ADDRESSES = [
        'a' => 'href', 'area' => 'href', 'link' => 'href', 'img' => 'src', 'audio' => 'src', 'embed' => 'src', 'iframe' => 'src',
        'source' => 'src', 'track' => 'src', 'video' => 'src', 'object' => 'data', 'data' => 'value', 'meter' => 'value', 'time' => 'datetime',
    ];

    /** XPath of elements that begin a thing or are a property. */
    abstract protected function marked(): string;

    /** @return list<string>|null the types of a thing that begins here; null where none does */
    abstract protected function types(DOMElement $element): ?array;

    /** The name of the attribute that holds properties. */
    abstract protected function property(): string;

    protected function id(DOMElement $element): ?string
    {
        return null;
    }

    /**
     * Elements whose properties belong to a thing that they do not stand in.
     *
     * @return SplObjectStorage<DOMElement, DOMElement> the element where the thing begins, by each of them
     */
    protected function elsewhere(HtmlPage $page): SplObjectStorage
    {
        /** @var SplObjectStorage<DOMElement, DOMElement> */
        return new SplObjectStorage();
    }

    public function read(HtmlPage $page): DataFound
    {
        /** @var SplObjectStorage<DOMElement, Thing> $things */
        $things = new SplObjectStorage();
        $own = [];
        $elements = $page->all($this->marked());
        foreach ($elements as $element) {
            $types = $this->types($element);
            if ($types !== null) {
                $things[$element] = new Thing($types, $this->id($element), $element);
            }
        }
        $elsewhere = $this->elsewhere($page);
        foreach ($elements as $element) {
            $names = preg_split('/\s+/', trim($element->getAttribute($this->property())), -1, PREG_SPLIT_NO_EMPTY) ?: [];
            $thing = $things[$element] ?? null;
            $owner = $names === [] ? null : $this->owner($element, $things, $elsewhere);
            if ($owner === null) {
                if ($thing !== null) {
                    $own[] = $thing;
                }

                continue;
            }
            foreach ($names as $name) {
                $owner->add(Thing::term($name), $thing ?? $this->value($page, $element));
            }
        }

        return new DataFound($own);
    }

    /**
     * @param  SplObjectStorage<DOMElement, Thing>  $things
     * @param  SplObjectStorage<DOMElement, DOMElement>  $elsewhere
     */
    private function owner(DOMElement $element, SplObjectStorage $things, SplObjectStorage $elsewhere): ?Thing
    {
        for ($at = $element; $at instanceof DOMElement; $at = $at->parentNode) {
            if ($at !== $element && isset($things[$at])) {
                return $things[$at];
            }
            if (isset($elsewhere[$at])) {
                return $things[$elsewhere[$at]] ?? null;
            }
        }

        return null;
    }

    private function value(HtmlPage $page, DOMElement $element): string
    {
        if ($element->hasAttribute('content')) {
            return $element->getAttribute('content');
        }
        $attribute = self::ADDRESSES[$element->tagName] ?? null;

        return $attribute !== null && $element->hasAttribute($attribute) ? $element->getAttribute($attribute) : $page->text($element);
    }
}
