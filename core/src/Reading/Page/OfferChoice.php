<?php

declare(strict_types=1);

namespace Wrasse\Core\Reading\Page;

use Wrasse\Core\Money\Currency;
use Wrasse\Core\Money\InvalidAmount;
use Wrasse\Core\Reading\Data\Availability;
use Wrasse\Core\Reading\Data\OfferFacts;
use Wrasse\Core\Reading\Data\ProductFacts;

use function array_filter;
use function array_map;
use function array_unique;
use function array_values;
use function count;
use function min;

/** Of the offers and variants of a product the one that is meant. */
final readonly class OfferChoice
{
    public function __construct(private ?Currency $currency, private ?string $variant)
    {
    }

    /**
     * What is wrong is said in the reading, as are the variants. Null where the product has no offer at all.
     */
    public function of(ProductFacts $facts, PageReading $reading): ?OfferFacts
    {
        $variants = $this->inCurrency($facts->variants !== [] ? $facts->variants : $this->named($facts->offers));
        $offers = $this->inCurrency($facts->offers);
        if ($variants !== []) {
            $reading->variants = array_map(fn (OfferFacts $one): array => [
                'name' => (string) $one->name,
                'price' => $this->shown($one),
                'availability' => ($one->availability ?? Availability::Unknown)->value,
            ], $variants);
        }
        if ($this->variant !== null) {
            return $this->asked($variants, $offers, $facts, $reading);
        }
        if ($variants !== [] && ! $this->haveOnePrice($variants)) {
            $chosen = array_values(array_filter($variants, fn (OfferFacts $one) => $one->isChosen));
            if (count($chosen) !== 1) {
                return $this->unchosen($variants, $reading);
            }
            $reading->variant = $chosen[0]->name;
            $reading->availability = $chosen[0]->availability ?? Availability::Unknown;

            return $chosen[0];
        }
        $offers = $offers !== [] ? $offers : $variants;
        if ($offers === []) {
            return null;
        }

        return $this->one($offers, $reading);
    }

    /**
     * @param  list<OfferFacts>  $variants
     * @param  list<OfferFacts>  $offers
     */
    private function asked(array $variants, array $offers, ProductFacts $facts, PageReading $reading): ?OfferFacts
    {
        $wanted = VariantName::of((string) $this->variant);
        $exact = array_values(array_filter($variants, fn (OfferFacts $one) => $wanted->equals(VariantName::of((string) $one->name))));
        $fitting = $exact !== [] ? $exact
            : array_values(array_filter($variants, fn (OfferFacts $one) => $wanted->isWithin(VariantName::of((string) $one->name))));
        if ($fitting !== []) {
            if (! $this->haveOnePrice($fitting)) {
                $reading->problem('choose_variant');

                return $this->nothing($fitting);
            }
            $reading->variant = $fitting[0]->name;
            $reading->availability = $fitting[0]->availability ?? Availability::Unknown;
            if ($fitting[0]->availability !== null) {
                $reading->foundBy['availability'] = $facts->source;
            }

            return $fitting[0];
        }
        $own = VariantName::of(implode(' ', [(string) $facts->name, ...$facts->properties]));
        if ($variants === [] && $offers !== [] && $wanted->isWithin($own)) {
            $reading->variant = $this->variant;

            return $this->one($offers, $reading);
        }
        if ($variants === [] && $offers === []) {
            return null;
        }
        $reading->problem('variant_not_found');

        return $this->nothing([...$variants, ...$offers]);
    }

    /** @param  list<OfferFacts>  $of */
    private function nothing(array $of): OfferFacts
    {
        $offer = new OfferFacts();
        $offer->currency = $of[0]->currency ?? null;

        return $offer;
    }

    /** @param  list<OfferFacts>  $variants */
    private function unchosen(array $variants, PageReading $reading): OfferFacts
    {
        $prices = array_values(array_filter(array_map(fn (OfferFacts $one) => $one->price, $variants), is_numeric(...)));
        usort($prices, fn (string $a, string $b) => bccomp($a, $b, 4));
        $offer = new OfferFacts();
        $offer->currency = $variants[0]->currency;
        if ($prices !== []) {
            $offer->range = ['from' => $prices[0], 'to' => $prices[count($prices) - 1]];
        }
        $reading->problem('choose_variant');

        return $offer;
    }

    /** @param  non-empty-list<OfferFacts>  $offers */
    private function one(array $offers, PageReading $reading): OfferFacts
    {
        $priced = array_values(array_filter($offers, fn (OfferFacts $one) => $one->price !== null));
        if ($priced === []) {
            foreach ($offers as $offer) {
                if ($offer->range !== null) {
                    $reading->problem('range_only');

                    return $offer;
                }
            }

            return $offers[0];
        }
        $best = min(array_map(fn (OfferFacts $one) => $one->condition?->rank() ?? 0, $priced));
        $priced = array_values(array_filter($priced, fn (OfferFacts $one) => ($one->condition?->rank() ?? 0) === $best));
        if (! $this->haveOnePrice($priced)) {
            $offer = new OfferFacts();
            $offer->currency = $priced[0]->currency;
            $reading->problem('several_prices');

            return $offer;
        }

        return $priced[0];
    }

    /**
     * Offers that are told apart by name are variants.
     *
     * @param  list<OfferFacts>  $offers
     * @return list<OfferFacts>
     */
    private function named(array $offers): array
    {
        $names = array_unique(array_filter(array_map(fn (OfferFacts $one) => $one->name, $offers), fn (?string $one) => $one !== null && $one !== ''));

        return count($names) > 1 && count($names) === count($offers) ? $offers : [];
    }

    /**
     * Those in the currency that was asked for, if there are some.
     *
     * @param  list<OfferFacts>  $offers
     * @return list<OfferFacts>
     */
    private function inCurrency(array $offers): array
    {
        $own = array_values(array_filter($offers, fn (OfferFacts $one) => $this->currency !== null && $one->currency === $this->currency->code));

        return $own !== [] ? $own : $offers;
    }

    /** @param  list<OfferFacts>  $offers */
    private function haveOnePrice(array $offers): bool
    {
        return count(array_unique(array_map(fn (OfferFacts $one) => $this->shown($one), $offers))) === 1;
    }

    private function shown(OfferFacts $offer): ?string
    {
        if ($offer->price === null) {
            return null;
        }
        try {
            $currency = Currency::of($offer->currency ?? $this->currency->code ?? 'EUR');

            return $currency->format($currency->parse($offer->price));
        } catch (InvalidAmount) {
            return null;
        }
    }
}
