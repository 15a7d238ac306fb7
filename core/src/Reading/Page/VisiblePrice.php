<?php

declare(strict_types=1);

namespace Wrasse\Core\Reading\Page;

use Wrasse\Core\Money\Currency;
use Wrasse\Core\Reading\Price\CurrencyMark;
use Wrasse\Core\Reading\Price\PriceReader;
use Wrasse\Core\Reading\Price\PriceReading;
use Wrasse\Core\Reading\Price\ReadLocale;

use function array_key_last;
use function array_map;
use function count;
use function implode;
use function mb_strlen;
use function preg_match;

/** The price that is plainly to be seen: nearest below the heading, with what stands beside it. */
final readonly class VisiblePrice
{
    /** Longer texts are no price with a few words. */
    private const LONGEST = 160;

    private const FEW_LETTERS = 12;

    /** So many blocks without an amount may stand between a price and what belongs to it. */
    private const GAP = 1;

    public ?PriceReading $reading;

    /** The place of its first block. */
    public ?int $at;

    /** How many places there are where prices stand. */
    public int $places;

    /** Whether class names say that it is a price, or nothing else stands beside it. */
    public bool $isMarked;

    /** How many different texts of prices. */
    public int $prices;

    public function __construct(VisiblePage $page, ?Currency $currency, ?ReadLocale $locale)
    {
        $groups = $this->groups($page, $currency);
        $this->places = count($groups);
        $this->prices = count(array_unique(array_map(
            fn (array $group): string => (string) preg_replace('/\D/', '', $page->blocks[$group[0]]->text),
            $groups,
        )));
        $heading = $page->heading();
        $chosen = null;
        foreach ($groups as $group) {
            if ($heading === null || $group[0] > $heading) {
                $chosen = $group;

                break;
            }
        }
        $chosen ??= $groups[array_key_last($groups) ?? 0] ?? null;
        $this->at = $chosen[0] ?? null;
        $this->isMarked = $chosen !== null && ($this->saysPrice($page->blocks[$chosen[0]]) || $this->isAlone($page->blocks[$chosen[0]]));
        $this->reading = $chosen === null ? null : $this->read($page, $chosen, $currency, $locale);
    }

    /** @param  non-empty-list<int>  $group */
    private function read(VisiblePage $page, array $group, ?Currency $currency, ?ReadLocale $locale): PriceReading
    {
        $reader = new PriceReader();
        $said = array_map(fn (int $i): string => $page->blocks[$i]->said, $group);
        $whole = $reader->read(implode(' ', $said), $currency, $locale);
        if ($whole->price !== null || count($group) === 1) {
            return $whole;
        }
        // The first, where what follows is said in a sentence and is no other price.
        $first = $reader->read($said[0], $currency, $locale);
        foreach (array_slice($group, 1) as $i) {
            if (preg_match_all('/\p{L}{3,}/u', $page->blocks[$i]->text) < 3) {
                return $whole;
            }
        }

        return $first->price !== null ? $first : $whole;
    }

    /** @return list<non-empty-list<int>> blocks with amounts that stand together */
    private function groups(VisiblePage $page, ?Currency $currency): array
    {
        $mark = CurrencyMark::pattern();
        $heading = $page->heading() ?? -1;
        $groups = [];
        $last = null;
        foreach ($page->blocks as $i => $block) {
            $isPrice = ! $block->isAside && ! $block->isHeading && mb_strlen($block->text) <= self::LONGEST
                && (preg_match("/\\d(?:[ -–,.]|\\x{A0})*{$mark}|{$mark} ?-?\\d/u", $block->text) === 1 || $this->isBare($block, $currency));
            if (! $isPrice) {
                continue;
            }
            $isApart = $last === null || $i - $last - 1 > self::GAP || $last < $heading && $heading < $i || $this->hasButtonBetween($page, $last, $i);
            if (! $isApart) {
                $groups[array_key_last($groups)][] = $i;
            } else {
                $groups[] = [$i];
            }
            $last = $i;
        }

        return $groups;
    }

    /** The currency is drawn in another way, and the class says that it is a price. */
    private function isBare(Block $block, ?Currency $currency): bool
    {
        return $currency !== null && preg_match('/^\d[\d.,\' ]*[.,]\d{2}\z/', $block->text) === 1
            && preg_match('/price|preis|prix|precio|prezzo|prijs|cena/', strtolower($block->element->getAttribute('class'))) === 1;
    }

    private function isAlone(Block $block): bool
    {
        return preg_match_all('/\p{L}/u', $block->text) <= self::FEW_LETTERS;
    }

    /** It, what it stands in, or what stands in it. */
    private function saysPrice(Block $block): bool
    {
        $classes = '';
        for ($at = $block->element, $steps = 0; $at instanceof \DOMElement && $steps < 3; $at = $at->parentNode, $steps++) {
            $classes .= " {$at->getAttribute('class')} {$at->getAttribute('id')} {$at->getAttribute('itemprop')}";
        }
        for ($at = $block->element->firstChild; $at !== null; $at = $at->nextSibling) {
            $classes .= $at instanceof \DOMElement ? " {$at->getAttribute('class')}" : '';
        }

        return preg_match('/price|preis|prix|precio|prezzo|prijs|cena|amount|money/i', $classes) === 1;
    }

    private function hasButtonBetween(VisiblePage $page, int $from, int $to): bool
    {
        for ($i = $from; $i <= $to; $i++) {
            if ($page->blocks[$i]->isBuyButton) {
                return true;
            }
        }

        return false;
    }
}
