<?php

declare(strict_types=1);

namespace Wrasse\Core\Reading\Page;

use DOMElement;

/** Text that stands together on a page. */
final class Block
{
    /** The same with words before what is crossed out or shown as the price of now. */
    public string $said = '';

    public string $text = '';

    public bool $isHeading = false;

    public bool $isBuyButton = false;

    public function __construct(public readonly DOMElement $element, public readonly bool $isAside)
    {
    }

    public function add(string $text, ?string $word): void
    {
        $this->text .= $text;
        $this->said .= $word === null || trim($text) === '' ? $text : " {$word} {$text}";
    }
}
