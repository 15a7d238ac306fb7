<?php

declare(strict_types=1);

namespace Wrasse\Core\Reading\Html;

use DOMDocument;
use DOMElement;
use DOMNode;
use DOMText;
use DOMXPath;
use Masterminds\HTML5\Parser\Scanner;
use Masterminds\HTML5\Parser\Tokenizer;
use Symfony\Component\CssSelector\CssSelectorConverter;
use Symfony\Component\CssSelector\Exception\ExceptionInterface;

use function in_array;
use function preg_match;
use function preg_replace;
use function strtolower;
use function trim;

/** A page as browsers parse it, and what of it is to be seen. */
final class HtmlPage
{
    /** Elements whose text nobody sees. */
    private const UNSEEN = ['script', 'style', 'template', 'noscript', 'head', 'title', 'meta', 'link', 'svg', 'iframe', 'object', 'datalist'];

    /** Those that stand in the line of what is around them. */
    public const INLINE = [
        'a', 'abbr', 'b', 'bdi', 'bdo', 'cite', 'code', 'data', 'del', 'dfn', 'em', 'font', 'i', 'ins', 'kbd', 'label', 'mark', 'meta',
        'q', 's', 'samp', 'small', 'span', 'strike', 'strong', 'sub', 'sup', 'time', 'u', 'var', 'big', 'wbr',
    ];

    /** Looked at for text beside what is hidden from some. */
    private const MOST_SIBLINGS = 50;

    private readonly DOMXPath $xpath;

    private function __construct(public readonly DOMDocument $document, public readonly bool $isCut)
    {
        $this->xpath = new DOMXPath($document);
    }

    public static function parse(string $html): self
    {
        $tree = new BoundedTree(false, ['disable_html_ns' => true]);
        $isCut = false;
        try {
            (new Tokenizer(new Scanner($html, 'UTF-8'), $tree, Tokenizer::CONFORMANT_HTML))->parse();
        } catch (TooManyElements) {
            $isCut = true;
        }

        $document = $tree->document();

        return new self($document instanceof DOMDocument ? $document : new DOMDocument(), $isCut);
    }

    /** @return list<DOMElement> */
    public function all(string $xpath, ?DOMNode $within = null): array
    {
        $found = [];
        $nodes = $this->xpath->query($xpath, $within ?? $this->document);
        foreach ($nodes === false ? [] : $nodes as $node) {
            if ($node instanceof DOMElement) {
                $found[] = $node;
            }
        }

        return $found;
    }

    public function first(string $xpath, ?DOMNode $within = null): ?DOMElement
    {
        return $this->all("({$xpath})[1]", $within)[0] ?? null;
    }

    /**
     * @return list<DOMElement> in the order of the page
     *
     * @throws ExceptionInterface if it is no selector
     */
    public function select(string $css, ?DOMElement $within = null): array
    {
        return $this->all((new CssSelectorConverter)->toXPath($css, $within === null ? 'descendant-or-self::' : 'descendant::'), $within);
    }

    /** A path of CSS that leads to an element. */
    public static function path(DOMElement $element): string
    {
        $path = '';
        for ($at = $element; $at instanceof DOMElement; $at = $at->parentNode) {
            $place = 1;
            for ($one = $at->previousSibling; $one !== null; $one = $one->previousSibling) {
                $place += $one instanceof DOMElement && $one->tagName === $at->tagName ? 1 : 0;
            }
            $step = in_array($at->tagName, ['html', 'head', 'body'], true) ? $at->tagName : "{$at->tagName}:nth-of-type({$place})";
            $path = $path === '' ? $step : "{$step} > {$path}";
        }

        return $path;
    }

    /** The element at a path as path() writes it; null where there is none. */
    public function at(string $path): ?DOMElement
    {
        try {
            return $this->select($path)[0] ?? null;
        } catch (ExceptionInterface) {
            return null;
        }
    }

    public function language(): ?string
    {
        $lang = trim((string) $this->document->documentElement?->getAttribute('lang'));

        return $lang === '' ? null : $lang;
    }

    /** The visible text of an element, white space folded; with a space where a block begins or ends. */
    public function text(DOMNode $node): string
    {
        $text = '';
        for ($at = $node; ;) {
            $isSeen = ! $at instanceof DOMElement || self::isSeen($at);
            if ($at instanceof DOMText) {
                $text .= $at->data;
            } elseif ($isSeen) {
                $text .= self::border($at);
            }
            if ($isSeen && $at->firstChild !== null) {
                $at = $at->firstChild;

                continue;
            }
            while ($at !== $node && $at->nextSibling === null) {
                $at = $at->parentNode ?? $node;
                $text .= self::border($at);
            }
            if ($at === $node || $at->nextSibling === null) {
                return trim((string) preg_replace('/[\s\x{A0}]+/u', ' ', $text));
            }
            $at = $at->nextSibling;
        }
    }

    private static function border(DOMNode $node): string
    {
        return $node instanceof DOMElement && ! in_array($node->tagName, self::INLINE, true) ? ' ' : '';
    }

    public static function isSeen(DOMElement $element): bool
    {
        if (in_array($element->tagName, self::UNSEEN, true)) {
            return false;
        }
        if (! $element->hasAttributes()) {
            return true;
        }
        if ($element->hasAttribute('hidden')) {
            return false;
        }
        if ($element->tagName === 'input' && strtolower($element->getAttribute('type')) === 'hidden') {
            return false;
        }
        $style = $element->getAttribute('style');

        return preg_match('/(?:display\s*:\s*none|visibility\s*:\s*hidden)/i', $style) !== 1
            && ! ($element->getAttribute('aria-hidden') === 'true' && self::hasOtherText($element));
    }

    /** What only machines are spared is left out where the same block has other text. */
    private static function hasOtherText(DOMElement $element): bool
    {
        $parent = $element->parentNode;
        for ($one = $parent?->firstChild, $many = 0; $one !== null && $many < self::MOST_SIBLINGS; $one = $one->nextSibling, $many++) {
            if ($one !== $element && ! ($one instanceof DOMElement && $one->getAttribute('aria-hidden') === 'true')
                && preg_match('/\S/u', $one->textContent) === 1) {
                return true;
            }
        }

        return false;
    }
}
