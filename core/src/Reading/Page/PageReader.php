<?php

declare(strict_types=1);

namespace Wrasse\Core\Reading\Page;

use Wrasse\Core\Money\Currency;
use Wrasse\Core\Money\InvalidAmount;
use Wrasse\Core\Reading\Data\Availability;
use Wrasse\Core\Reading\Data\DataSource;
use Wrasse\Core\Reading\Data\JsonLd;
use Wrasse\Core\Reading\Data\Microdata;
use Wrasse\Core\Reading\Data\OfferFacts;
use Wrasse\Core\Reading\Data\OpenGraph;
use Wrasse\Core\Reading\Data\OptionList;
use Wrasse\Core\Reading\Data\PageData;
use Wrasse\Core\Reading\Data\ProductFacts;
use Wrasse\Core\Reading\Data\Rdfa;
use Wrasse\Core\Reading\Data\SchemaProducts;
use Wrasse\Core\Reading\Html\CharacterSet;
use Wrasse\Core\Reading\Html\HtmlPage;
use Wrasse\Core\Reading\Price\PriceReading;
use Wrasse\Core\Reading\Price\ReadLocale;
use Wrasse\Core\Reading\Recipe\Recipe;

use function array_filter;
use function array_values;
use function count;
use function in_array;
use function is_numeric;
use function max;
use function min;
use function strlen;
use function trim;

/** Reads the page of a shop: what product it is about, and what anyone would pay for one of it now. */
final class PageReader
{
    public const MOST_BYTES = 5_000_000;

    private const MARKUP = 'markup';

    /** Confidence in hundredths: what is written down and what is to be seen agree. */
    private const AGREED = 98;

    /** Something to be seen explains the difference. */
    private const EXPLAINED = 90;

    private const WRITTEN_ONLY = 85;

    private const SURCHARGED = 80;

    private const SEEN_ONLY = 70;

    private const STALE = 65;

    private const DISAGREED = 40;

    /** @var list<DataSource> best first */
    private readonly array $sources;

    public function __construct()
    {
        $this->sources = [new JsonLd(), new Microdata(), new Rdfa()];
    }

    public function read(
        string $bytes,
        ?string $contentType = null,
        ?string $url = null,
        ?Currency $currency = null,
        ?ReadLocale $locale = null,
        ?string $variant = null,
        ?Recipe $recipe = null,
    ): PageReading {
        $reading = new PageReading();
        if (strlen($bytes) > self::MOST_BYTES) {
            $reading->problem('too_large');

            return $reading;
        }
        $page = HtmlPage::parse(CharacterSet::decode($bytes, $contentType));
        if ($page->isCut) {
            $reading->problem('too_large');
        }
        $locale ??= ReadLocale::of($page->language())?->ofSeparatorsOnly();
        $seen = new VisiblePage($page);
        $heading = $seen->heading() === null ? '' : $seen->blocks[$seen->heading()]->text;
        $areSeveral = false;
        $products = $this->products($page, $url, $heading, $reading, $areSeveral);
        $visible = new VisiblePrice($seen, $currency, $locale);
        $data = (new PageData($visible->reading?->price))->read($page, $heading);
        if ($data !== null) {
            $products[] = $data;
        }
        $options = new OptionList($visible->reading?->price, $visible->reading->currency ?? $currency, $locale, $url);
        $list = $options->read($page);
        // A single choice is what the page is about only where nothing says what that is.
        if ($list !== null && (count($list->variants) > 1 || $products === [])) {
            // One price of several that can be chosen is not yet the price.
            $hasVariants = array_filter($products, fn (ProductFacts $one) => count($one->variants) > 1) !== [];
            $products = $hasVariants ? [...$products, $list] : [$list, ...$products];
        }
        $kind = $areSeveral && $products === [] ? 'several' : $this->kind($page, $seen, $heading, $products, $visible);
        $byRecipe = $recipe === null ? null : new RecipeFields($recipe, $page, $currency, $locale);
        if ($byRecipe?->price()?->price !== null && in_array($kind, ['none', 'several'], true)) {
            // A person pointed at it.
            $kind = 'product';
        }
        $reading->page = $kind;
        if ($kind !== 'product') {
            if ($kind === 'none') {
                $reading->problem('no_product');
            }

            return $reading;
        }
        $reading->trace = Trace::of($products, $visible->reading?->price, $visible->at === null ? null : $seen->blocks[$visible->at]->element);
        foreach ($products as $facts) {
            $this->describe($reading, $facts);
        }
        if ($reading->name === null && $heading !== '') {
            $reading->name = $heading;
            $reading->foundBy['name'] = self::MARKUP;
        }
        $this->markChosen($products, $url);
        $this->price($reading, $products, $visible, $currency, $variant);
        if ($options->hasSurcharges()) {
            $reading->confidence = min($reading->confidence, self::SURCHARGED);
        }
        $this->availability($reading, $products, $seen, $visible);
        $terms = new VisibleTerms($seen, $visible, $reading->price, $currency ?? $visible->reading?->currency, $locale);
        $reading->memberPrice ??= $terms->memberPrice;
        $reading->promotion ??= $terms->promotion;
        if ($byRecipe !== null && $byRecipe->fill($reading)) {
            $reading->confidence = self::WRITTEN_ONLY;
            $this->compare($reading, $visible->reading);
        }

        if ($reading->price === null) {
            unset($reading->foundBy['price']);
        }

        return $reading;
    }

    /** @return list<ProductFacts> of each source the one that the page is about, best first */
    private function products(HtmlPage $page, ?string $url, string $heading, PageReading $reading, bool &$areSeveral): array
    {
        $canonical = $page->first("//link[@rel='canonical']")?->getAttribute('href');
        $choice = new ProductChoice(array_values(array_filter([$canonical, $url], fn (?string $one) => $one !== null && $one !== '')), $heading);
        $products = [];
        foreach ($this->sources as $source) {
            $found = $source->read($page);
            if ($found->isBroken) {
                $reading->problem('broken_markup_data');
            }
            $all = (new SchemaProducts())->all($found->things, $source->name());
            $chosen = $choice->of($all);
            if (count($chosen) > 1) {
                $reading->problem('several_products');

                continue;
            }
            $areSeveral = $areSeveral || $chosen === [] && $all !== [];
            array_push($products, ...$chosen);
        }
        $tags = (new OpenGraph())->read($page);
        if ($tags !== null) {
            $products[] = $tags;
        }

        return $products;
    }

    /**
     * @param  list<ProductFacts>  $products
     * @return 'product'|'several'|'none'|'refused'|'maintenance'|'not_found'
     */
    private function kind(HtmlPage $page, VisiblePage $seen, string $heading, array $products, VisiblePrice $visible): string
    {
        $hasOffer = array_filter($products, fn (ProductFacts $one) => $one->source !== OpenGraph::NAME || $one->offers[0]->price !== null) !== [];
        $title = trim((string) $page->first('//title')?->textContent);
        if (! $hasOffer) {
            $kind = PageKind::of($title, $heading, $seen->text());
            if ($kind !== null && ! ($kind !== 'none' && $seen->buyButton(null) !== null && $visible->reading !== null)) {
                return $kind;
            }
        }
        if ($hasOffer) {
            return 'product';
        }
        $hasButton = $seen->buyButton($seen->heading()) !== null;
        if ($visible->prices >= 2 && $seen->buyButtons() >= 2) {
            return 'several';
        }
        if ($visible->places >= 4 || $visible->places >= 2 && ! $hasButton && $heading === '') {
            return $hasButton && $visible->places < 4 ? 'product' : 'several';
        }
        if ($visible->reading !== null && $heading !== '' && ($hasButton || $visible->isMarked || Availability::ofWords($seen->text()) !== Availability::Unknown)) {
            return 'product';
        }

        return $heading !== '' && Availability::ofWords($seen->text()) === Availability::Discontinued ? 'product' : 'none';
    }

    private function describe(PageReading $reading, ProductFacts $facts): void
    {
        foreach (['name', 'brand', 'gtin', 'mpn', 'sku'] as $field) {
            if ($reading->{$field} === null && $facts->{$field} !== null) {
                $reading->{$field} = $facts->{$field};
                $reading->foundBy[$field] = $facts->source;
            }
        }
        if ($facts->isGtinInvalid && $reading->gtin === null) {
            $reading->problem('gtin_invalid');
        }
    }

    /** @param  list<ProductFacts>  $products */
    private function price(PageReading $reading, array $products, VisiblePrice $visible, ?Currency $currency, ?string $variant): void
    {
        $missing = null;
        $found = [];
        foreach ($products as $facts) {
            $trial = new PageReading();
            // Of several currencies the one that is shown.
            $offer = (new OfferChoice($currency ?? $visible->reading?->currency, $variant))->of($facts, $trial);
            if ($offer === null || $offer->price === null && $offer->range === null && $trial->problems === []) {
                continue;
            }
            if (in_array('variant_not_found', $trial->problems, true)) {
                $missing ??= [$trial, $offer, $facts];
            } else {
                $found[] = [$trial, $offer, $facts];
            }
        }
        if ($found !== []) {
            [$trial, $offer, $facts] = $this->shown($found, $visible->reading);
            $this->settle($reading, $trial, $offer, $facts, $currency);
            if ($offer->price !== null && $reading->price !== null) {
                $this->compare($reading, $variant !== null || $trial->variants !== [] ? $this->ofVariant($visible->reading, $reading) : $visible->reading);
            }

            return;
        }
        if ($missing !== null) {
            $this->settle($reading, ...$missing, given: $currency);

            return;
        }
        $this->takeVisible($reading, $visible->reading, $variant);
    }

    /** @param  list<ProductFacts>  $products */
    private function markChosen(array $products, ?string $url): void
    {
        foreach ($products as $facts) {
            foreach ([...$facts->variants, ...$facts->offers] as $offer) {
                $offer->isChosen = $offer->isChosen || $url !== null && $offer->url === $url;
            }
        }
    }

    /**
     * The best source; where another one says what is to be seen and it does not, that one.
     *
     * @param  non-empty-list<array{PageReading, OfferFacts, ProductFacts}>  $found
     * @return array{PageReading, OfferFacts, ProductFacts}
     */
    private function shown(array $found, ?PriceReading $visible): array
    {
        if (is_numeric($visible?->price) && $found[0][1]->price !== null) {
            foreach ($found as $one) {
                if (is_numeric($one[1]->price) && bccomp($one[1]->price, $visible->price, 4) === 0) {
                    return $one;
                }
            }
        }

        return $found[0];
    }

    private function settle(PageReading $reading, PageReading $trial, OfferFacts $offer, ProductFacts $facts, ?Currency $given): void
    {
        $reading->variants = $trial->variants;
        $reading->variant = $trial->variant;
        $reading->availability = $trial->availability;
        if ($trial->availability !== Availability::Unknown) {
            $reading->foundBy['availability'] = $facts->source;
        }
        array_map($reading->problem(...), $trial->problems);
        $this->take($reading, $facts, $offer, $given);
    }

    /** Beside variants the price that is to be seen may be that of another one: only where it is the same it says something. */
    private function ofVariant(?PriceReading $visible, PageReading $reading): ?PriceReading
    {
        return $visible?->price === $reading->price || $visible?->currency !== null && $visible->currency->code !== $reading->currency ? $visible : null;
    }

    private function take(PageReading $reading, ProductFacts $facts, OfferFacts $offer, ?Currency $given): void
    {
        $code = $offer->currency ?? $given?->code;
        $reading->currency = $code;
        $reading->foundBy['price'] = $facts->source;
        $reading->price = $this->amount($offer->price, $code, $reading);
        $reading->oldPrice = $this->amount($offer->oldPrice, $code, null);
        $reading->memberPrice = $this->amount($offer->memberPrice, $code, null);
        $reading->shipping = $this->amount($offer->shipping, $code, null);
        $reading->range = $offer->range === null ? null : [
            'from' => (string) $this->amount($offer->range['from'], $code, null),
            'to' => $offer->range['to'] === null ? null : $this->amount($offer->range['to'], $code, null),
        ];
        $reading->unitPrice = $offer->unitPrice === null ? null : [
            'amount' => $this->unitAmount($offer->unitPrice['amount'], $code),
            'per' => $offer->unitPrice['per'],
        ];
        $reading->taxIncluded = $offer->taxIncluded;
        $reading->condition = $offer->condition;
        $reading->validUntil = $offer->validUntil;
        if (is_numeric($reading->oldPrice) && is_numeric($reading->price) && bccomp($reading->oldPrice, $reading->price, 4) <= 0) {
            $reading->oldPrice = null;
        }
        if ($code === null && $offer->price !== null) {
            $reading->problem('currency_unknown');
        } elseif ($given !== null && $code !== $given->code) {
            $reading->problem('currency_differs');
        }
        $reading->confidence = $reading->price === null ? 0 : self::WRITTEN_ONLY;
    }

    /** What is written down beside what is plainly to be seen. */
    private function compare(PageReading $reading, ?PriceReading $visible): void
    {
        if ($visible === null || $reading->price === null) {
            return;
        }
        $code = $visible->currency?->code;
        if ($code !== null && $reading->currency !== null && $code !== $reading->currency && ! in_array('currency_assumed', $visible->problems, true)) {
            $reading->problem('currency_differs');
            $reading->price = null;
            $reading->confidence = 0;

            return;
        }
        $reading->currency ??= $code;
        $reading->unitPrice ??= $visible->unitPrice;
        $price = $reading->price;
        $isEqual = fn (?string $one): bool => is_numeric($one) && is_numeric($price) && bccomp($one, $price, 4) === 0;
        if ($isEqual($visible->price)) {
            $reading->oldPrice ??= $visible->oldPrice;
            $reading->taxIncluded ??= $visible->taxIncluded;
            $reading->confidence = self::AGREED;

            return;
        }
        if ($visible->price === null) {
            $isInRange = $visible->range !== null && ($isEqual($visible->range['from']) || $isEqual($visible->range['to']));
            $reading->confidence = $isInRange ? self::EXPLAINED : self::WRITTEN_ONLY;

            return;
        }
        if ($isEqual($visible->oldPrice)) {
            // What is written down is crossed out: it is older than what is to be seen.
            [$reading->oldPrice, $reading->price] = [$price, $visible->price];
            $reading->taxIncluded ??= $visible->taxIncluded;
            $reading->foundBy['price'] = self::MARKUP;
            $reading->confidence = self::STALE;

            return;
        }
        if (is_numeric($visible->price) && is_numeric($price) && $this->isTax($price, $visible->price)
            && ($visible->taxIncluded === true || $reading->taxIncluded === false)) {
            $reading->price = $visible->price;
            $reading->taxIncluded = true;
            $reading->foundBy['price'] = self::MARKUP;
            $reading->confidence = self::EXPLAINED;

            return;
        }
        if (is_numeric($visible->price) && is_numeric($price) && $this->isTax($visible->price, $price) && $visible->taxIncluded === false) {
            $reading->taxIncluded = true;
            $reading->confidence = self::EXPLAINED;

            return;
        }
        $reading->problem('sources_disagree');
        $reading->confidence = self::DISAGREED;
    }

    /**
     * @param  numeric-string  $net
     * @param  numeric-string  $gross
     */
    private function isTax(string $net, string $gross): bool
    {
        return bccomp($gross, $net, 4) > 0 && bccomp($gross, bcmul($net, '1.3', 6), 4) <= 0;
    }

    private function takeVisible(PageReading $reading, ?PriceReading $visible, ?string $variant): void
    {
        if ($visible === null) {
            $reading->problem('no_price');

            return;
        }
        $reading->currency = $visible->currency?->code;
        $reading->unitPrice = $visible->unitPrice;
        foreach ($visible->problems as $problem) {
            $reading->problem(in_array($problem, ['range', 'from_price'], true) ? 'range_only' : $problem);
        }
        $reading->range = $visible->range;
        if ($variant !== null && ! VariantName::of($variant)->isWithin(VariantName::of((string) $reading->name))) {
            $reading->problem('variant_not_found');

            return;
        }
        $reading->variant = $variant;
        $reading->price = $visible->price;
        $reading->oldPrice = $visible->oldPrice;
        $reading->taxIncluded = $visible->taxIncluded;
        if ($visible->price !== null) {
            $reading->foundBy['price'] = self::MARKUP;
            $reading->confidence = self::SEEN_ONLY;
        }
    }

    /** @param  list<ProductFacts>  $products */
    private function availability(PageReading $reading, array $products, VisiblePage $seen, VisiblePrice $visible): void
    {
        if ($reading->availability !== Availability::Unknown) {
            return;
        }
        foreach ($products as $facts) {
            foreach ([...$facts->offers, ...$facts->variants] as $offer) {
                if ($offer->availability !== null && $offer->availability !== Availability::Unknown) {
                    $reading->availability = $offer->availability;
                    $reading->foundBy['availability'] = $facts->source;

                    return;
                }
            }
        }
        $near = $seen->buyButton($seen->heading()) ?? $visible->at ?? $seen->heading();
        if ($near === null) {
            return;
        }
        foreach ([[max(0, $near - 5), $near + 5], [max(0, ($visible->at ?? $near) - 4), ($visible->at ?? $near) + 4]] as [$from, $to]) {
            $text = '';
            for ($i = max($from, $seen->heading() ?? 0); $i <= min($to, count($seen->blocks) - 1); $i++) {
                $text .= $seen->blocks[$i]->isAside ? '' : $seen->blocks[$i]->text.' | ';
            }
            $found = Availability::ofWords($text);
            if ($found !== Availability::Unknown) {
                $reading->availability = $found;
                $reading->foundBy['availability'] = self::MARKUP;

                return;
            }
        }
    }

    /** With the digits of its currency at least. */
    private function unitAmount(string $decimal, ?string $code): string
    {
        return $this->amount($decimal, $code, null) ?? $decimal;
    }

    /** With the digits of its currency; null where it has more. */
    private function amount(?string $decimal, ?string $code, ?PageReading $reading): ?string
    {
        if ($decimal === null) {
            return null;
        }
        try {
            $currency = Currency::of($code ?? 'EUR');

            return $currency->format($currency->parse($decimal));
        } catch (InvalidAmount) {
            $reading?->problem(is_numeric($decimal) && bccomp($decimal, '1000000000', 4) > 0 ? 'absurd' : 'too_many_decimals');

            return null;
        }
    }
}
