<?php

declare(strict_types=1);

namespace Wrasse\Core\Reading\Price;

use Wrasse\Core\Money\Currency;

use function array_filter;
use function array_map;
use function array_unique;
use function array_values;
use function count;
use function max;
use function min;

/** Of the amounts of a text, each with what the words make of it, the one that is the price. */
final class Choice
{
    /** With tax is at most so much more than without: a price of another thing is not taken for it. Percent. */
    private const HIGHEST_TAX = 30;

    private const FREE = '(?<!\p{L})(?:free|kostenlos|kostenfrei|gratis|umsonst|gratuit|gratuite|gratuito|darmow\w*|za darmo|bezp(?:ł|l)atn\w*|gratuito|for free)(?!\p{L})';

    private readonly int $digits;

    /** @var list<string> what is wrong with amounts that were left out */
    private array $left = [];

    /**
     * @param  list<Amount>  $amounts  those of the currency, and those without one
     * @param  list<string>  $problems  what there is to say of the currency
     */
    public function __construct(
        private readonly Sentence $sentence,
        private readonly array $amounts,
        private readonly ?Currency $currency,
        private readonly ?ReadLocale $locale,
        private readonly array $problems,
    ) {
        $this->digits = $currency->digits ?? 2;
    }

    /** @param  bool  $isMixed  there are amounts of several currencies, and none was asked for */
    public function reading(bool $isMixed): PriceReading
    {
        if ($this->sentence->isTooMuch) {
            return $this->none('no_price');
        }
        if ($this->sentence->has('N N') && $this->isBroken()) {
            return $this->none('ambiguous_number');
        }
        $range = $this->range();
        $now = $this->having(Role::Now);
        $plain = $this->plain();
        $prices = $now !== [] ? $now : $plain;
        if ($now !== [] && $this->untaxed($now) && ($gross = $this->taxed($plain)) !== []) {
            $prices = [...$now, ...$gross];
        }
        $prices = $this->values($prices);
        $chosen = $this->chosen($prices);
        if ($isMixed && ($prices !== [] || $range !== null)) {
            return $this->none('several_prices');
        }
        if ($chosen !== null && $chosen[0] > 0) {
            [$price, $hasTax] = $chosen;
            if ($range !== null && $now === []) {
                return $this->none('several_prices');
            }

            return new PriceReading(
                $this->format($price),
                $this->currency,
                $this->old($price),
                null,
                $this->unitPrice(),
                $hasTax,
                $this->problems,
            );
        }
        if (count($prices) > 1) {
            return $this->none('several_prices');
        }
        if ($range !== null) {
            return new PriceReading(
                $range['from'] === $range['to'] ? $range['from'] : null,
                $this->currency,
                null,
                $range['from'] === $range['to'] ? null : $range,
                $this->unitPrice(),
                null,
                $range['from'] === $range['to'] ? $this->problems
                    : [...$this->problems, $range['to'] === null ? 'from_price' : 'range'],
            );
        }

        return $this->nothing();
    }

    /** "23 90 €": what stands for 23.90 on one page is 90.00 behind a number on another. */
    private function isBroken(): bool
    {
        foreach ($this->sentence->find('(?<whole>N) (?<cents>N)') as ['whole' => $whole, 'cents' => $cents]) {
            if ($whole instanceof Amount && $cents instanceof Amount && $whole->mark === null && $whole->role === Role::Plain && $whole->isWhole()
                && $cents->mark !== null && $cents->role === Role::Plain && preg_match('/^\d{2}\z/', $cents->number) === 1) {
                return true;
            }
        }

        return false;
    }

    /** Why there is no price. */
    private function nothing(): PriceReading
    {
        if ($this->having(Role::Instalment) !== []) {
            return $this->none('instalment');
        }
        $unit = $this->unitPrice();
        if ($unit !== null) {
            return new PriceReading(null, $this->currency, null, null, $unit, null, [...$this->problems, 'unit_price_only']);
        }
        if ($this->left !== []) {
            return $this->none($this->left[0]);
        }
        if ($this->sentence->has(self::FREE) && ! $this->sentence->has('(?:shipping|delivery|versand|liefer|livraison|env(?:í|i)o|spedizione|verzend|bezorg|dostaw|wysy|returns?|rückgabe|r(?:ü|ue)cksendung)')) {
            return new PriceReading(null, $this->currency, problems: [...array_values(array_diff($this->problems, ['currency_unknown'])), 'zero_price']);
        }

        return new PriceReading(null, $this->currency, problems: [...array_values(array_diff($this->problems, ['currency_unknown'])), 'no_price']);
    }

    private function none(string $problem): PriceReading
    {
        return new PriceReading(null, $this->currency, null, null, $this->unitPrice(), null, [...$this->problems, $problem]);
    }

    /**
     * Those that nothing is said of: with a currency, or if none has one, written as prices are; a number alone if the
     * currency is known.
     *
     * @return list<Amount>
     */
    private function plain(): array
    {
        $plain = $this->having(Role::Plain);
        $marked = array_values(array_filter($plain, fn (Amount $amount) => $amount->mark !== null));
        if ($marked !== []) {
            return $marked;
        }
        if ($this->hasMarks()) {
            return [];
        }
        if ($this->sentence->isBare() && $this->currency !== null) {
            return $plain;
        }

        return array_values(array_filter(
            $plain,
            fn (Amount $amount) => $amount->looksLikePrice() || ! $amount->isWhole() && $this->sentence->isBare(),
        ));
    }

    private function hasMarks(): bool
    {
        foreach ($this->sentence->amounts as $amount) {
            if ($amount->mark !== null) {
                return true;
            }
        }

        return false;
    }

    /**
     * @param  list<Amount>  $amounts
     * @return list<array{int, bool|null}> minor units, and whether tax is in them; those that cannot be are left out
     */
    private function values(array $amounts): array
    {
        $values = [];
        foreach ($amounts as $amount) {
            $minor = $this->minor($amount);
            if (is_string($minor)) {
                $this->left[] = $minor;
            } elseif ($minor === 0) {
                $this->left[] = 'zero_price';
            } else {
                $values[] = [$minor, $amount->hasTax];
            }
        }

        return $values;
    }

    /**
     * The one price there is; that with tax where there is one without too.
     *
     * @param  list<array{int, bool|null}>  $prices
     * @return array{int, bool|null}|null
     */
    private function chosen(array $prices): ?array
    {
        $gross = array_values(array_filter($prices, fn (array $one) => $one[1] === true));
        $other = array_values(array_filter($prices, fn (array $one) => $one[1] !== true));
        $net = array_values(array_filter($prices, fn (array $one) => $one[1] === false));
        $plain = array_values(array_filter($prices, fn (array $one) => $one[1] === null));
        if ($this->isOne($gross) && $other !== [] && $this->isOne($other) && $this->isTaxOn($other[0][0], $gross[0][0])) {
            return [$gross[0][0], true];
        }
        if ($this->isOne($net) && $this->isOne($plain) && $this->isTaxOn($net[0][0], $plain[0][0]) && $net[0][0] !== $plain[0][0]) {
            return [$plain[0][0], true];
        }
        if (! $this->isOne($prices)) {
            return null;
        }
        $said = array_values(array_filter(array_map(fn (array $one) => $one[1], $prices), fn (?bool $one) => $one !== null));

        return [$prices[0][0], $said[0] ?? null];
    }

    /** @param  list<array{int, bool|null}>  $prices */
    private function isOne(array $prices): bool
    {
        return count(array_unique(array_map(fn (array $one) => $one[0], $prices))) === 1;
    }

    private function isTaxOn(int $net, int $gross): bool
    {
        return $gross >= $net && ($gross - $net) * 100 <= $net * self::HIGHEST_TAX;
    }

    /** @param  list<Amount>  $amounts */
    private function untaxed(array $amounts): bool
    {
        return array_filter($amounts, fn (Amount $one) => $one->hasTax === false) !== [];
    }

    /**
     * @param  list<Amount>  $amounts
     * @return list<Amount>
     */
    private function taxed(array $amounts): array
    {
        return array_values(array_filter($amounts, fn (Amount $one) => $one->hasTax === true));
    }

    /** The price before, or else the recommended one, if it is higher. */
    private function old(int $price): ?string
    {
        foreach ([Role::Was, Role::Recommended] as $role) {
            $values = array_map(fn (array $one) => $one[0], $this->values($this->having($role)));
            if ($values !== []) {
                return max($values) > $price ? $this->format(max($values)) : null;
            }
        }

        return null;
    }

    /** @return array{from: string, to: string|null}|null */
    private function range(): ?array
    {
        $ends = [];
        foreach ([...$this->having(Role::RangeFrom), ...$this->having(Role::RangeTo)] as $end) {
            $minor = $this->minor($end);
            if (is_string($minor)) {
                $this->left[] = $minor;

                return null;
            }
            $ends[] = $minor;
        }
        if ($ends === []) {
            return null;
        }

        return [
            'from' => $this->format(min($ends)),
            'to' => $this->having(Role::RangeTo) === [] ? null : $this->format(max($ends)),
        ];
    }

    /** @return array{amount: string, per: string}|null */
    private function unitPrice(): ?array
    {
        foreach ($this->having(Role::PerUnit) as $amount) {
            $decimal = NumberText::read($amount->number, $this->digits, $this->locale?->decimal)?->decimal($this->digits);
            if ($decimal !== null && $amount->per !== null) {
                return ['amount' => $decimal, 'per' => $amount->per];
            }
        }

        return null;
    }

    /** @return list<Amount> */
    private function having(Role $role): array
    {
        return array_values(array_filter($this->amounts, fn (Amount $amount) => $amount->role === $role));
    }

    private function minor(Amount $amount): int|string
    {
        return NumberText::read($amount->number, $this->digits, $this->locale?->decimal)?->minor($this->digits) ?? 'no_price';
    }

    private function format(int $minor): string
    {
        return ($this->currency ?? Currency::of('EUR'))->format($minor);
    }
}
