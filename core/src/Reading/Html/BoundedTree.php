<?php

declare(strict_types=1);

namespace Wrasse\Core\Reading\Html;

use DOMNode;
use Masterminds\HTML5\Elements;
use Masterminds\HTML5\Parser\DOMTreeBuilder;

/** Builds the tree of a page up to so many elements, and no deeper than browsers do. */
final class BoundedTree extends DOMTreeBuilder
{
    public const MOST_ELEMENTS = 200_000;

    private const DEEPEST = 512;

    /** To count is slow: what is left out in between stands in its parent. */
    private const RECOUNT_EVERY = 64;

    private int $elements = 0;

    /** At most so deep; counted again when it becomes too much, as many elements are closed by others. */
    private int $depth = 0;

    private int $leftOut = 0;

    /**
     * @param  string  $name
     * @param  array<string, string>  $attributes
     * @param  bool  $selfClosing
     *
     * @throws TooManyElements the tree is there up to that one
     */
    public function startTag($name, $attributes = [], $selfClosing = false)
    {
        if ($this->elements >= self::MOST_ELEMENTS) {
            throw new TooManyElements();
        }
        if (++$this->depth > self::DEEPEST) {
            if ($this->leftOut % self::RECOUNT_EVERY === 0) {
                $this->depth = $this->deep();
            }
            if ($this->depth >= self::DEEPEST) {
                $this->leftOut++;

                return Elements::element($name);
            }
            $this->leftOut = 0;
        }
        $this->elements++;

        return parent::startTag($name, $attributes, $selfClosing);
    }

    private function deep(): int
    {
        $deep = 0;
        for ($node = $this->current; $node instanceof DOMNode; $node = $node->parentNode) {
            $deep++;
        }

        return $deep;
    }
}
