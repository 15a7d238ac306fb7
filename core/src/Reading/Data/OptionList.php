<?php

declare(strict_types=1);

namespace Wrasse\Core\Reading\Data;

use DOMElement;
use Wrasse\Core\Money\Currency;
use Wrasse\Core\Money\InvalidAmount;
use Wrasse\Core\Reading\Html\HtmlPage;
use Wrasse\Core\Reading\Price\CurrencyMark;
use Wrasse\Core\Reading\Price\PriceReader;
use Wrasse\Core\Reading\Price\ReadLocale;

use function count;
use function in_array;
use function parse_str;
use function parse_url;
use function preg_match;
use function preg_replace;
use function trim;

/** Variants that are chosen from: options of a select, or radio buttons, with a price in their words or attributes. */
final class OptionList
{
    private const SOURCE = 'markup';

    private const PRICE_ATTRIBUTES = ['data-price', 'data-price-amount', 'data-current-price', 'data-sale-price', 'data-amount'];

    private const MINOR_ATTRIBUTES = ['data-price-cents', 'data-cents', 'data-price-minor', 'data-amount-minor', 'data-price-in-cents'];

    /** Names of lists in which something else than a variant is chosen. */
    private const OTHERS = '/ship|versand|deliver|liefer|livrai|env(?:i|í)o|spediz|verzend|dostaw|qty|quant|menge|anzahl|aantal|ilo(?:s|ś)|currency|w(?:ae|ä)hrung|sort|order-?by|warrant|garant|insur|versicher|gift|geschenk|wrap|country|payment|zahlung|instal?ment|financ/i';

    private const MOST = 300;

    private bool $hasSurcharges = false;

    public function __construct(
        private readonly ?string $visible,
        private readonly ?Currency $currency,
        private readonly ?ReadLocale $locale,
        private readonly ?string $url,
    ) {
    }

    public function hasSurcharges(): bool
    {
        return $this->hasSurcharges;
    }

    /** Null where the page has none with prices. */
    public function read(HtmlPage $page): ?ProductFacts
    {
        foreach ([...$page->all('//main//select[option]'), ...$page->all('//select[option]')] as $select) {
            if ($this->isOfOther($select)) {
                continue;
            }
            $facts = $this->facts($page, $page->all('.//option', $select), 'selected');
            if ($facts !== null) {
                return $facts;
            }
        }
        $groups = [];
        foreach ($page->all("//input[translate(@type, 'RADIO', 'radio')='radio']") as $radio) {
            if (! $this->isOfOther($radio)) {
                $groups[$radio->getAttribute('name')][] = $radio;
            }
        }
        foreach ($groups as $radios) {
            $facts = $this->facts($page, $radios, 'checked');
            if ($facts !== null) {
                return $facts;
            }
        }

        return null;
    }

    private function isOfOther(DOMElement $list): bool
    {
        return preg_match(self::OTHERS, "{$list->getAttribute('name')} {$list->getAttribute('id')} {$list->getAttribute('class')} {$list->getAttribute('aria-label')}") === 1;
    }

    /** @param  list<DOMElement>  $choices */
    private function facts(HtmlPage $page, array $choices, string $mark): ?ProductFacts
    {
        $facts = new ProductFacts(self::SOURCE);
        foreach (array_slice($choices, 0, self::MOST) as $choice) {
            $label = $mark === 'selected' ? $choice : $this->label($page, $choice);
            $text = $label === null ? '' : $page->text($label);
            $offer = $this->offer($choice, $label, $text);
            if ($offer === null) {
                continue;
            }
            $offer->at = $choice;
            $facts->at ??= $choice;
            $offer->isChosen = $choice->hasAttribute($mark) || $this->isInAddress($choice->getAttribute('value'));
            $facts->variants[] = $offer;
        }

        // One choice says something only where nothing else does.
        return count($facts->variants) > ($this->visible === null ? 0 : 1) ? $facts : null;
    }

    private function offer(DOMElement $choice, ?DOMElement $label, string $text): ?OfferFacts
    {
        $offer = new OfferFacts();
        $offer->currency = $this->currency?->code;
        $mark = CurrencyMark::pattern();
        $digits = "\\d[\\d.,' ]*";
        $amount = "(?:{$mark} ?{$digits}|{$digits} ?{$mark})";
        $name = trim((string) preg_replace("/[\\s(\\[–:,|-]*[+-]? ?{$amount}[\\s)\\]]*/u", ' ', $text), " \t–-:,|()");
        $availability = Availability::ofWords($name);
        $offer->name = $availability === Availability::Unknown ? $name : trim((string) preg_replace('/[\s(–,|-]*(?:sold out|out of stock|ausverkauft|nicht verf(?:ü|ue)gbar|épuisé|agotado|esaurito|uitverkocht|niedostępny)[)\s]*/iu', '', $name));
        $offer->availability = $choice->hasAttribute('disabled') && $availability === Availability::Unknown ? null : ($availability === Availability::Unknown ? null : $availability);
        if ($offer->name === '') {
            return null;
        }
        foreach (self::MINOR_ATTRIBUTES as $attribute) {
            $minor = SchemaProducts::amount($choice->getAttribute($attribute) ?: (string) $label?->getAttribute($attribute));
            if ($minor !== null) {
                $offer->price = bcdiv($minor, '100', 2);

                return $offer;
            }
        }
        foreach (self::PRICE_ATTRIBUTES as $attribute) {
            $written = $choice->getAttribute($attribute) ?: (string) $label?->getAttribute($attribute);
            $price = SchemaProducts::amount($written);
            if ($price !== null) {
                $offer->price = $price;

                return $offer;
            }
        }
        if (preg_match("/(?<sign>[+-]) ?(?<amount>{$amount})/u", $text, $found) === 1) {
            return $this->surcharge($offer, $found['sign'], $found['amount']);
        }
        $read = preg_match("/{$amount}/u", $text, $found) === 1 ? (new PriceReader())->read($found[0], $this->currency, $this->locale) : null;
        if ($read?->price === null) {
            return null;
        }
        $offer->price = $read->price;
        $offer->currency = $read->currency->code ?? $offer->currency;

        return $offer;
    }

    /** On top of the price that is to be seen. */
    private function surcharge(OfferFacts $offer, string $sign, string $written): ?OfferFacts
    {
        $read = (new PriceReader())->read($written, $this->currency, $this->locale);
        $extra = in_array('zero_price', $read->problems, true) ? '0' : $read->price;
        if (! is_numeric($this->visible) || ! is_numeric($extra)) {
            return null;
        }
        $this->hasSurcharges = true;
        $offer->currency = $read->currency->code ?? $offer->currency;
        try {
            $digits = Currency::of($offer->currency ?? 'EUR')->digits;
        } catch (InvalidAmount) {
            return null;
        }
        $offer->price = $sign === '+' ? bcadd($this->visible, $extra, $digits) : bcsub($this->visible, $extra, $digits);

        return $offer;
    }

    private function label(HtmlPage $page, DOMElement $radio): ?DOMElement
    {
        for ($at = $radio->parentNode; $at instanceof DOMElement; $at = $at->parentNode) {
            if ($at->tagName === 'label') {
                return $at;
            }
        }
        $id = $radio->getAttribute('id');

        return $id === '' || preg_match('/["\']/', $id) === 1 ? null : $page->first("//label[@for='{$id}']");
    }

    private function isInAddress(string $value): bool
    {
        parse_str((string) parse_url((string) $this->url, PHP_URL_QUERY), $asked);

        return $value !== '' && in_array($value, $asked, true);
    }
}
