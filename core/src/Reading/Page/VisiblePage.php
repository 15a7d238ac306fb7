<?php

declare(strict_types=1);

namespace Wrasse\Core\Reading\Page;

use DOMElement;
use DOMText;
use Wrasse\Core\Reading\Html\HtmlPage;

use function count;
use function in_array;
use function preg_match;
use function preg_replace;
use function strtolower;
use function trim;

/** What is to be seen of a page, in blocks of text in the order of the page. */
final class VisiblePage
{
    private const INLINE = [...HtmlPage::INLINE, 'link', 'script', 'style', 'template', 'noscript', 'svg', 'img'];

    private const STRUCK = ['del', 's', 'strike'];

    /** Class names that say that a price is crossed out. */
    private const WAS = '/(?<![a-z])(?:old|was|strike(?:d|through)?|line-?through|before|regular|previous|original|rrp|uvp|msrp|list-?price|compare|crossed|statt|streich\w*|retail)(?![a-z])/';

    private const NOW = '/(?<![a-z])(?:sale|special|now|current|final|new|reduced|discounted|aktion|offer)(?:[-_]?price)?(?![a-z])/';

    private const ASIDE = '/(?<![a-z])(?:related|recommend\w*|similar|upsell\w*|cross-?sell\w*|recent\w*|viewed|also|zubeh\w*|accessor\w*|bundle\w*|carousel|slider|swiper|mini-?cart|cart|basket|warenkorb|newsletter|breadcrumb\w*|reviews?|ratings?|comments?|footer|nav|navigation|menu|sidebar|mega-?menu|cookie\w*|banner|instal?lments?|financ\w*|member\w*|club\w*|loyalty|teaser|sponsored|promo-?bar)(?![a-z])/';

    private const ASIDE_HEADING = '/\b(?:related|similar|you (?:may|might) also|customers (?:also|who)|also (?:bought|viewed|like)|recently viewed|recommended|accessor|goes well|frequently bought|complete the|(?:ä|ae)hnliche|passend|zubeh|kunden (?:kauften|sahen)|zuletzt (?:an)?gesehen|das k(?:ö|o)nnte|empfehlung|wird oft|vous aimerez|similaires|accessoires|r(?:é|e)cemment|souvent achet|tambi(?:é|e)n|relacionad|accesorios|vistos|simili|correlati|accessori|anche|visti di|gerelateerd|vergelijkbare|ook bekeken|bekeken|podobne|akcesoria|polecane|ostatnio|inni klienci)/iu';

    /** Class names of the small digits of a price. */
    private const CENTS = '/(?<![a-z])(?:cents?|decimals?|fraction|minor|dec|pence|sup|superscript)(?![a-z])/';

    private const BUY = '/(?<!\p{L})(?:add to (?:the )?(?:cart|basket|bag|trolley)|buy(?: it)? now|buy|order now|in den (?:warenkorb|einkaufswagen)|(?:jetzt )?kaufen|jetzt bestellen|ajouter au panier|acheter|a(?:ñ|n)adir (?:al carrito|a la cesta)|agregar al carrito|comprar|aggiungi al carrello|acquista|in (?:de )?winkel(?:wagen|mand\w*)|toevoegen|bestellen|do koszyka|dodaj do koszyka|kup teraz|kup)(?!\p{L})/iu';

    /** Nobody looks further down. */
    private const MOST_BLOCKS = 20_000;

    /** @var list<Block> */
    public array $blocks = [];

    private ?Block $open = null;

    public function __construct(private readonly HtmlPage $page)
    {
        $body = $page->first('//body') ?? $page->document->documentElement;
        if ($body !== null) {
            $this->visit($body, false, null);
            $this->close();
        }
        $kept = [];
        foreach ($this->blocks as $block) {
            $block->text = self::folded($block->text);
            $block->said = self::folded($block->said);
            if ($block->text !== '') {
                $kept[] = $block;
            }
        }
        $this->blocks = $kept;
    }

    /** The place of the heading that names what the page is about; null where it has none. */
    public function heading(): ?int
    {
        $inHeader = null;
        foreach ($this->blocks as $i => $block) {
            if ($block->isHeading && ! $block->isAside) {
                if (! $this->isInHeader($block->element)) {
                    return $i;
                }
                $inHeader ??= $i;
            }
        }
        foreach ($this->blocks as $i => $block) {
            $class = strtolower($block->element->getAttribute('class').' '.$block->element->getAttribute('itemprop'));
            if (! $block->isAside && preg_match('/(?:product|item|article)[-_]{0,2}(?:name|title|heading)|(?<![a-z])name(?![a-z])/', $class) === 1) {
                return $i;
            }
        }

        return $inHeader;
    }

    /** The heading of a shop stands in its header on every page. */
    private function isInHeader(DOMElement $element): bool
    {
        for ($at = $element->parentNode; $at instanceof DOMElement; $at = $at->parentNode) {
            if ($at->tagName === 'header') {
                return $at->parentNode instanceof DOMElement && in_array($at->parentNode->tagName, ['body', 'div'], true);
            }
        }

        return false;
    }

    public function buyButtons(): int
    {
        return count(array_filter($this->blocks, fn (Block $block) => $block->isBuyButton && ! $block->isAside));
    }

    public function buyButton(?int $after): ?int
    {
        foreach ($this->blocks as $i => $block) {
            if ($block->isBuyButton && ! $block->isAside && ($after === null || $i > $after)) {
                return $i;
            }
        }

        return null;
    }

    /** All text, to be searched for words. */
    public function text(): string
    {
        return implode(' | ', array_map(fn (Block $block): string => $block->text, $this->blocks));
    }

    private function visit(DOMElement $element, bool $isAside, ?string $word): void
    {
        if (! HtmlPage::isSeen($element)) {
            return;
        }
        if (count($this->blocks) >= self::MOST_BLOCKS) {
            return;
        }
        $tag = $element->tagName;
        $class = $element->hasAttributes() ? strtolower($element->getAttribute('class').' '.$element->getAttribute('id')) : '';
        $isAside = $isAside || $this->isAside($element, $class);
        $word = $this->word($element, $class, $word);
        $isBlock = ! in_array($tag, self::INLINE, true) || $tag === 'label' && $isAside;
        $isButton = in_array($tag, ['button', 'input', 'a'], true) && $this->isBuy($element);
        if ($isBlock || $isButton) {
            $this->begin($element, $isAside, $tag === 'h1');
        }
        if ($isButton && $this->open !== null) {
            $this->open->isBuyButton = true;
            $this->open->add($tag === 'input' ? $element->getAttribute('value') : '', null);
        }
        for ($child = $element->firstChild; $child !== null; $child = $child->nextSibling) {
            if ($child instanceof DOMText) {
                $this->say($element, $child, $isAside, $word);
            } elseif ($child instanceof DOMElement) {
                $this->visit($child, $isAside, $word);
                if (! $isAside && $this->isAsideHeading($child)) {
                    $isAside = true;
                }
            }
        }
        if ($isBlock || $isButton) {
            $this->close();
        }
    }

    private function say(DOMElement $in, DOMText $text, bool $isAside, ?string $word): void
    {
        if ($this->open === null) {
            $this->begin($in, $isAside, false);
        }
        $data = $text->data;
        // Two small digits after a whole number are its decimals.
        $isCents = $in->tagName === 'sup' || preg_match(self::CENTS, strtolower($in->getAttribute('class'))) === 1;
        if ($isCents && preg_match('/^\s*\d{2}\s*\z/', $data) === 1 && preg_match('/(?<![.,]\d)(?<![.,])\d\s*\z/', (string) $this->open?->text) === 1
            && preg_match('/[.,]\d*\s*\z/', (string) $this->open?->text) !== 1) {
            $this->trimOpen();
            $data = ','.trim($data).' ';
            $word = null;
        }
        $this->open?->add($data, $word);
    }

    private function trimOpen(): void
    {
        if ($this->open !== null) {
            $this->open->text = rtrim($this->open->text);
            $this->open->said = rtrim($this->open->said);
        }
    }

    private function begin(DOMElement $element, bool $isAside, bool $isHeading): void
    {
        $this->close();
        $this->open = new Block($element, $isAside);
        $this->open->isHeading = $isHeading;
    }

    private function close(): void
    {
        if ($this->open !== null) {
            $this->blocks[] = $this->open;
            $this->open = null;
        }
    }

    private function isAside(DOMElement $element, string $class): bool
    {
        // What can be chosen is read as a list of options.
        $isChoice = $element->tagName === 'label' && $this->page->first(".//input[@type='radio']", $element) !== null;
        if ($isChoice || in_array($element->tagName, ['nav', 'footer', 'aside', 'select'], true)) {
            return true;
        }
        if ($element->tagName === 'header') {
            return $this->page->first('.//h1', $element) === null;
        }

        return $class !== '' && ! in_array($element->tagName, ['body', 'html', 'main'], true) && preg_match(self::ASIDE, $class) === 1
            && $this->page->first('.//h1', $element) === null;
    }

    private function isAsideHeading(DOMElement $element): bool
    {
        return $element->tagName[0] === 'h' && preg_match('/^h[2-6]\z/', $element->tagName) === 1
            && preg_match(self::ASIDE_HEADING, $this->page->text($element)) === 1;
    }

    private function word(DOMElement $element, string $class, ?string $word): ?string
    {
        if (in_array($element->tagName, self::STRUCK, true)) {
            return 'was';
        }
        if (! $element->hasAttributes()) {
            return $element->tagName === 'ins' ? 'now' : $word;
        }
        if (preg_match(self::WAS, $class) === 1 || preg_match('/line-through/i', $element->getAttribute('style')) === 1) {
            return 'was';
        }
        if ($element->tagName === 'ins' || preg_match(self::NOW, $class) === 1 && preg_match('/price|preis|prix|precio|prezzo|prijs|cena|amount|money/', $class) === 1) {
            return 'now';
        }

        return $word;
    }

    private function isBuy(DOMElement $element): bool
    {
        if ($element->tagName === 'input') {
            return in_array(strtolower($element->getAttribute('type')), ['submit', 'button', 'image'], true)
                && preg_match(self::BUY, $element->getAttribute('value').' '.$element->getAttribute('alt')) === 1;
        }
        $text = $this->page->text($element);

        return mb_strlen($text) < 40 && preg_match(self::BUY, $text.' '.$element->getAttribute('aria-label')) === 1;
    }

    private static function folded(string $text): string
    {
        return trim((string) preg_replace('/[\s\x{A0}]+/u', ' ', $text));
    }
}
