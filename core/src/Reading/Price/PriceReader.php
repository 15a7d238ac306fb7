<?php

declare(strict_types=1);

namespace Wrasse\Core\Reading\Price;

use Wrasse\Core\Money\Currency;
use Wrasse\Core\Reading\Price\Claims\Bounds;
use Wrasse\Core\Reading\Price\Claims\Claim;
use Wrasse\Core\Reading\Price\Claims\Extras;
use Wrasse\Core\Reading\Price\Claims\Instalments;
use Wrasse\Core\Reading\Price\Claims\LowestOfMonth;
use Wrasse\Core\Reading\Price\Claims\OldPrices;
use Wrasse\Core\Reading\Price\Claims\Percentages;
use Wrasse\Core\Reading\Price\Claims\Ranges;
use Wrasse\Core\Reading\Price\Claims\Sizes;
use Wrasse\Core\Reading\Price\Claims\Taxes;
use Wrasse\Core\Reading\Price\Claims\UnitPrices;

use function array_filter;
use function array_map;
use function array_values;
use function in_array;

/** Reads a price text as a person sees it. What is not clear has no price, and a problem that says why. */
final readonly class PriceReader
{
    /** @var list<Claim> in the order in which they claim */
    private array $claims;

    public function __construct()
    {
        $this->claims = [
            new Taxes(),
            new Percentages(),
            new LowestOfMonth(),
            new Instalments(),
            new UnitPrices(),
            new Sizes(),
            new Extras(),
            new OldPrices(),
            new Ranges(),
            new Bounds(),
        ];
    }

    public function read(string $text, ?Currency $given = null, ?ReadLocale $locale = null): PriceReading
    {
        $plain = PlainText::of($text);
        $sentence = Sentence::of($plain);
        foreach ($this->claims as $claim) {
            $claim->on($sentence);
        }
        [$currency, $problems, $others] = $this->currency($sentence, $given, $locale);
        $amounts = array_values(array_filter(
            $sentence->amounts,
            fn (Amount $amount) => $amount->mark === null || ! in_array($amount->mark, $others, true),
        ));

        return (new Choice($sentence, $amounts, $currency, $locale, $problems))->reading(
            $others !== [] && $given === null,
        );
    }

    /**
     * The currency of the text, what is to be said of it, and the marks of others beside it.
     *
     * @return array{Currency|null, list<string>, list<CurrencyMark>}
     */
    private function currency(Sentence $sentence, ?Currency $given, ?ReadLocale $locale): array
    {
        $marks = [];
        foreach ($sentence->amounts as $amount) {
            if ($amount->mark !== null && $amount->role !== Role::Other) {
                $marks[] = $amount->mark;
            }
        }
        if ($marks === []) {
            foreach ($sentence->amounts as $amount) {
                if ($amount->mark !== null) {
                    $marks[] = $amount->mark;
                }
            }
        }
        if ($marks === []) {
            $currency = $given ?? $locale?->currency;

            return [$currency, $currency === null ? ['currency_unknown'] : [], []];
        }
        $meant = array_map(fn (CurrencyMark $mark) => $mark->mean($given, $locale), $marks);
        $first = $meant[0];
        foreach ($meant as $one) {
            if ($given !== null && $one[0] === $given) {
                $first = $one;
            }
        }
        $others = [];
        foreach ($marks as $i => $mark) {
            if ($meant[$i][0] !== $first[0]) {
                $others[] = $mark;
            }
        }

        return [$first[0], $first[1], $others];
    }
}
