<?php

declare(strict_types=1);

namespace Wrasse\Core\Reading\Data;

use Wrasse\Core\Reading\Html\HtmlPage;

use function array_is_list;
use function count;
use function is_array;
use function is_bool;
use function is_float;
use function is_int;
use function is_string;
use function mb_strtolower;
use function preg_match;
use function str_contains;
use function strcspn;
use function strlen;
use function trim;

/** JSON in the scripts of a page that describes its product, as shop software leaves it for its own scripts. */
final class PageData
{
    public const NAME = 'page_data';

    private const MOST_VALUES = 30;

    private const MOST_FAILED = 8;

    private const MOST_OBJECTS = 5_000;

    private const NAMES = ['name', 'title', 'productname', 'product_name', 'product_title', 'producttitle', 'item_name'];

    private const PRICES = ['price', 'currentprice', 'current_price', 'saleprice', 'sale_price', 'finalprice', 'final_price', 'amount', 'value', 'grossprice', 'gross_price'];

    private const MINOR = ['pricecents', 'price_cents', 'priceincents', 'price_in_cents', 'amountcents', 'amount_cents', 'priceminor', 'price_minor', 'amountminor', 'amount_minor', 'minorunits', 'cents', 'centamount'];

    private const OLD = ['compareatprice', 'compare_at_price', 'listprice', 'list_price', 'oldprice', 'old_price', 'regularprice', 'regular_price', 'originalprice', 'original_price', 'was', 'rrp', 'msrp'];

    private const CURRENCIES = ['currency', 'currencycode', 'currency_code', 'pricecurrency', 'price_currency', 'iso_code'];

    private const VARIANTS = ['variants', 'options', 'skus', 'variations', 'children', 'items', 'sizes'];

    private const VARIANT_NAMES = ['option', 'option1', 'title', 'name', 'label', 'size', 'variant', 'variantname', 'public_title', 'value', 'text'];

    private int $objects = 0;

    /** @param  string|null  $visible  the price that is to be seen, a decimal: tells amounts in minor units */
    public function __construct(private readonly ?string $visible)
    {
    }

    /** Null where no script describes what the heading names. */
    public function read(HtmlPage $page, string $heading): ?ProductFacts
    {
        $this->objects = 0;
        if ($heading === '') {
            return null;
        }
        foreach ($page->all("//script[not(contains(translate(@type, 'JSONLD', 'jsonld'), 'ld+json'))]") as $script) {
            foreach ($this->values($script->textContent) as $value) {
                $found = $this->find($value, ProductFacts::folded($heading), 0);
                if ($found !== null) {
                    $found->at = $script;

                    return $found;
                }
            }
        }

        return null;
    }

    /** @return iterable<array<mixed>> */
    private function values(string $text): iterable
    {
        for ($from = strcspn($text, '{['), $many = 0, $failed = 0; $from < strlen($text) && $many < self::MOST_VALUES; $many++) {
            [$value, $to] = FirstJson::at($text, $from);
            if (is_array($value)) {
                yield $value;
            } elseif (++$failed > self::MOST_FAILED) {
                return;
            }
            $from = $to ?? $from + 1;
            $from += strcspn($text, '{[', $from);
        }
    }

    /** @param  array<mixed>  $value */
    private function find(array $value, string $heading, int $deep): ?ProductFacts
    {
        if ($deep > 24 || ++$this->objects > self::MOST_OBJECTS) {
            return null;
        }
        if (! array_is_list($value)) {
            $own = self::lower($value);
            $name = self::text($own, self::NAMES);
            if ($name !== null && ProductFacts::folded($name) === $heading) {
                $facts = $this->product($own, $name);
                if ($facts !== null) {
                    return $facts;
                }
            }
        }
        foreach ($value as $one) {
            if (is_array($one)) {
                $found = $this->find($one, $heading, $deep + 1);
                if ($found !== null) {
                    return $found;
                }
            }
        }

        return null;
    }

    /** @param  array<string, mixed>  $own */
    private function product(array $own, string $name): ?ProductFacts
    {
        $facts = new ProductFacts(self::NAME);
        $facts->name = $name;
        $facts->sku = self::text($own, ['sku']);
        $facts->brand = self::text($own, ['brand', 'vendor']);
        $currency = $this->currency($own);
        foreach (self::VARIANTS as $key) {
            foreach (is_array($own[$key] ?? null) && array_is_list($own[$key]) ? $own[$key] : [] as $one) {
                if (! is_array($one)) {
                    continue;
                }
                $variant = self::lower($one);
                $offer = $this->offer($variant, $currency);
                if ($offer->price !== null) {
                    $offer->name = self::text($variant, self::VARIANT_NAMES);
                    $facts->variants[] = $offer;
                }
            }
        }
        $offer = $this->offer($own, $currency);
        if ($offer->price !== null) {
            $facts->offers = [$offer];
        }
        if (count($facts->variants) < 2) {
            $facts->offers = $facts->offers !== [] ? $facts->offers : $facts->variants;
            $facts->variants = [];
        }

        return $facts->offers === [] && $facts->variants === [] ? null : $facts;
    }

    /** @param  array<string, mixed>  $own */
    private function offer(array $own, ?string $currency): OfferFacts
    {
        $offer = new OfferFacts();
        $offer->currency = $this->currency($own) ?? $currency;
        [$offer->price, $isMinor] = $this->price($own);
        foreach (self::OLD as $key) {
            $amount = self::amount($own[$key] ?? null);
            if ($amount !== null) {
                $offer->oldPrice = $isMinor ? bcdiv($amount, '100', 2) : $amount;

                break;
            }
        }
        $stock = $own['available'] ?? $own['in_stock'] ?? $own['instock'] ?? $own['isavailable'] ?? $own['availability'] ?? null;
        $offer->availability = match (true) {
            is_bool($stock) => $stock ? Availability::InStock : Availability::OutOfStock,
            is_string($stock) && $stock !== '' => Availability::ofTerm($stock),
            default => null,
        };

        return $offer;
    }

    /**
     * @param  array<string, mixed>  $own
     * @return array{numeric-string|null, bool} with whether it stood there in minor units
     */
    private function price(array $own): array
    {
        foreach (self::MINOR as $key) {
            $amount = self::amount($own[$key] ?? null);
            if ($amount !== null && ! str_contains($amount, '.')) {
                return [bcdiv($amount, '100', 2), true];
            }
        }
        foreach (self::PRICES as $key) {
            $value = $own[$key] ?? null;
            if (is_array($value) && ! array_is_list($value)) {
                [$inner, $isMinor] = $this->price(self::lower($value));
                if ($inner !== null) {
                    return [$inner, $isMinor];
                }
            }
            $amount = self::amount($value);
            if ($amount === null) {
                continue;
            }
            $isMinor = is_numeric($this->visible) && ! str_contains($amount, '.') && bccomp($amount, bcmul($this->visible, '100', 2), 2) === 0;

            return [$isMinor ? bcdiv($amount, '100', 2) : $amount, $isMinor];
        }

        return [null, false];
    }

    /** @param  array<string, mixed>  $own */
    private function currency(array $own): ?string
    {
        $code = self::text($own, self::CURRENCIES);
        if ($code === null && is_array($own['price'] ?? null)) {
            $code = self::text(self::lower($own['price']), self::CURRENCIES);
        }

        return $code !== null && preg_match('/^[A-Z]{3}\z/', $code) === 1 ? $code : null;
    }

    /** @return numeric-string|null */
    private static function amount(mixed $value): ?string
    {
        return match (true) {
            is_int($value) && $value > 0 => (string) $value,
            is_float($value) && $value > 0 => SchemaProducts::amount((string) json_encode($value)),
            is_string($value) => SchemaProducts::amount($value),
            default => null,
        };
    }

    /**
     * @param  array<mixed>  $value
     * @return array<string, mixed>
     */
    private static function lower(array $value): array
    {
        $lower = [];
        foreach ($value as $key => $one) {
            $lower[mb_strtolower((string) $key)] ??= $one;
        }

        return $lower;
    }

    /**
     * @param  array<string, mixed>  $own
     * @param  list<string>  $keys
     */
    private static function text(array $own, array $keys): ?string
    {
        foreach ($keys as $key) {
            if (is_string($own[$key] ?? null) && trim($own[$key]) !== '') {
                return trim($own[$key]);
            }
        }

        return null;
    }
}
