<?php

declare(strict_types=1);

namespace Wrasse\Core\Reading\Data;

use Wrasse\Core\Identity\Gtin;
use Wrasse\Core\Identity\InvalidGtin;

use function array_merge;
use function is_string;
use function preg_match;
use function preg_replace;
use function rtrim;
use function spl_object_id;
use function str_contains;
use function strtolower;
use function trim;

/** The products among things, in the terms of schema.org: Product, ProductGroup, Offer, AggregateOffer, PriceSpecification. */
final class SchemaProducts
{
    private const PRODUCTS = ['Product', 'ProductGroup', 'IndividualProduct', 'ProductModel', 'SomeProducts', 'Vehicle', 'Car', 'Book'];

    private const GTINS = ['gtin13', 'gtin12', 'gtin14', 'gtin8', 'gtin', 'ean', 'isbn'];

    /** What sets variants apart. */
    private const VARIES = ['size', 'color', 'material', 'pattern', 'weight', 'width', 'height', 'depth', 'variesBy'];

    /** Units of UN/CEFACT Recommendation 20 that unit prices are given in. */
    private const UNIT_CODES = ['KGM' => 'kg', 'GRM' => 'g', 'LTR' => 'l', 'MLT' => 'ml', 'CLT' => 'cl', 'MTR' => 'm', 'MTK' => 'm²', 'C62' => 'piece', 'H87' => 'piece', 'EA' => 'piece'];

    /** Paid again and again. */
    private const PERIODS = ['MON', 'ANN', 'WEE', 'DAY', 'HUR'];

    /** @var array<int, true> those that were read, as things can lead to each other */
    private array $seen = [];

    /**
     * @param  list<Thing>  $things
     * @return list<ProductFacts> each product once, also those inside of others but for variants and accessories
     */
    public function all(array $things, string $source): array
    {
        $this->seen = [];
        $found = [];
        foreach ($things as $thing) {
            $this->look($thing, $source, false, $found, 0);
        }

        return $this->grouped($found, $source);
    }

    /**
     * Products that say of themselves that they are variants of one are variants of one.
     *
     * @param  list<ProductFacts>  $products
     * @return list<ProductFacts>
     */
    private function grouped(array $products, string $source): array
    {
        $groups = [];
        foreach ($products as $one) {
            if ($one->group !== null) {
                $groups[$one->group][] = $one;
            }
        }
        foreach ($groups as $members) {
            if (count($members) < 2) {
                continue;
            }
            $facts = new ProductFacts($source);
            $facts->at = $members[0]->at;
            $facts->name = $members[0]->groupName ?? self::beginning(array_map(fn (ProductFacts $one): string => (string) $one->name, $members));
            $facts->brand = $members[0]->brand;
            foreach ($members as $member) {
                $facts->addresses = [...$facts->addresses, ...$member->addresses];
                foreach ($member->offers as $offer) {
                    $offer->name = $member->properties !== [] ? implode(' ', $member->properties)
                        : trim(substr((string) $member->name, strlen((string) $facts->name)), ' ,-–|:/()');
                    $offer->url ??= $member->addresses[0] ?? null;
                    $facts->variants[] = $offer;
                }
            }
            $products = [$facts, ...array_values(array_filter($products, fn (ProductFacts $one) => ! in_array($one, $members, true)))];
        }

        return $products;
    }

    /** @param  list<string>  $names */
    private static function beginning(array $names): string
    {
        $words = array_map(fn (string $name): array => explode(' ', $name), $names);
        $same = [];
        foreach ($words[0] ?? [] as $i => $word) {
            foreach ($words as $others) {
                if (($others[$i] ?? null) !== $word) {
                    return implode(' ', $same);
                }
            }
            $same[] = $word;
        }

        return implode(' ', $same);
    }

    /** @param  list<ProductFacts>  $found */
    private function look(Thing $thing, string $source, bool $isMain, array &$found, int $deep): void
    {
        if (isset($this->seen[spl_object_id($thing)]) || $deep > 12) {
            return;
        }
        $this->seen[spl_object_id($thing)] = true;
        if ($thing->is(...self::PRODUCTS)) {
            $facts = $this->product($thing, $source);
            $facts->isMainEntity = $isMain || $thing->text('mainEntityOfPage') !== null || $thing->things('mainEntityOfPage') !== [];
            $found[] = $facts;

            return;
        }
        foreach ($thing->things('mainEntity') as $main) {
            $this->look($main, $source, true, $found, $deep + 1);
        }
        foreach ($thing->properties() as $name => $values) {
            foreach ($values as $value) {
                if ($value instanceof Thing && $name !== 'mainEntity') {
                    $this->look($value, $source, false, $found, $deep + 1);
                }
            }
        }
    }

    private function product(Thing $thing, string $source): ProductFacts
    {
        $facts = new ProductFacts($source);
        $facts->at = $thing->at;
        $facts->name = $thing->text('name');
        $facts->brand = $thing->text('brand', 'manufacturer');
        $facts->mpn = $thing->text('mpn');
        $facts->sku = $thing->text('sku', 'productID');
        $this->gtin($thing, $facts);
        foreach ([...$thing->all('url', 'mainEntityOfPage'), $thing->id] as $address) {
            if ($address instanceof Thing) {
                $address = $address->id;
            }
            if (is_string($address) && trim($address) !== '') {
                $facts->addresses[] = trim($address);
            }
        }
        foreach (self::VARIES as $property) {
            $text = $thing->text($property);
            if ($text !== null) {
                $facts->properties[] = Thing::term($text);
            }
        }
        $group = $thing->things('isVariantOf')[0] ?? null;
        $facts->group = $thing->text('inProductGroupWithID') ?? $group?->text('productGroupID') ?? ($group === null ? null : $group->id ?? $group->text('name'));
        $facts->groupName = $group?->text('name');
        if ($group !== null) {
            $this->seen[spl_object_id($group)] = true;
        }
        $facts->offers = $this->offers($thing);
        foreach ($thing->things('hasVariant') as $variant) {
            $this->seen[spl_object_id($variant)] = true;
            $name = $this->variantName($variant, $facts->name);
            foreach ($this->offers($variant) as $offer) {
                $offer->name = $name;
                $facts->variants[] = $offer;
            }
        }

        return $facts;
    }

    private function gtin(Thing $thing, ProductFacts $facts): void
    {
        $digits = $thing->text(...self::GTINS);
        if ($digits === null) {
            $id = $thing->text('productID');
            $digits = $id !== null && preg_match('/^(?:ean|gtin|isbn|upc)\d*:/i', $id) === 1 ? (string) preg_replace('/^\w+:/', '', $id) : null;
        }
        if ($digits === null) {
            return;
        }
        try {
            $facts->gtin = Gtin::of((string) preg_replace('/[\s-]/', '', $digits))->digits;
        } catch (InvalidGtin) {
            $facts->isGtinInvalid = true;
        }
    }

    /** What its size, colour and such are; else what its name has beside that of the group. */
    private function variantName(Thing $variant, ?string $group): string
    {
        $words = [];
        foreach (self::VARIES as $property) {
            $text = $variant->text($property);
            if ($text !== null && $property !== 'variesBy') {
                $words[] = Thing::term($text);
            }
        }
        foreach ($variant->things('additionalProperty') as $one) {
            $text = $one->text('value');
            if ($words === [] && $text !== null) {
                $words[] = $text;
            }
        }
        $name = (string) $variant->text('name');
        if ($words !== []) {
            return implode(' ', $words);
        }
        if ($group !== null && str_starts_with(strtolower($name), strtolower($group)) && $name !== $group) {
            return trim(substr($name, strlen($group)), ' ,-–|:/()');
        }

        return $name !== '' ? $name : (string) $variant->text('sku');
    }

    /** @return list<OfferFacts> */
    private function offers(Thing $product): array
    {
        $offers = [];
        foreach ($product->things('offers', 'offer', 'makesOffer') as $offer) {
            $this->seen[spl_object_id($offer)] = true;
            if ($offer->is('AggregateOffer')) {
                $inner = [];
                foreach ($offer->things('offers') as $one) {
                    $inner[] = $this->offer($one, $offer);
                }
                $offers = array_merge($offers, $inner !== [] ? $inner : [$this->aggregate($offer)]);

                continue;
            }
            $offers[] = $this->offer($offer, null);
        }

        return $offers;
    }

    private function aggregate(Thing $offer): OfferFacts
    {
        $facts = $this->offer($offer, null);
        [$low, $high] = [self::amount($offer->text('lowPrice')), self::amount($offer->text('highPrice'))];
        if ($low === null || $facts->price !== null) {
            return $facts;
        }
        if ($high === null && (int) $offer->text('offerCount') <= 1 && $offer->text('offerCount') !== null || $high === $low) {
            $facts->price = $low;
        } else {
            $facts->range = ['from' => $low, 'to' => $high];
        }

        return $facts;
    }

    private function offer(Thing $offer, ?Thing $within): OfferFacts
    {
        $facts = new OfferFacts();
        $facts->at = $offer->at;
        $facts->price = self::amount($offer->text('price'));
        $facts->currency = self::currency($offer->text('priceCurrency') ?? $within?->text('priceCurrency') ?? $offer->text('currency'));
        $availability = $offer->text('availability') ?? $within?->text('availability');
        $facts->availability = $availability === null ? null : Availability::ofTerm($availability);
        $condition = $offer->text('itemCondition') ?? $within?->text('itemCondition');
        $facts->condition = $condition === null ? null : Condition::ofTerm($condition);
        $facts->validUntil = self::day($offer->text('priceValidUntil') ?? $offer->text('validThrough'));
        $facts->seller = $offer->text('seller', 'offeredBy');
        $facts->url = $offer->text('url');
        $item = $offer->things('itemOffered')[0] ?? null;
        $facts->name = $item !== null ? $this->variantName($item, null) : $offer->text('name');
        foreach ($offer->things('priceSpecification', 'price') as $specification) {
            $this->specification($specification, $facts);
        }
        foreach ($offer->things('shippingDetails') as $details) {
            $this->shipping($details, $facts);
        }

        return $facts;
    }

    private function specification(Thing $specification, OfferFacts $facts): void
    {
        $amount = self::amount($specification->text('price'));
        $facts->currency ??= self::currency($specification->text('priceCurrency'));
        if ($amount === null) {
            return;
        }
        $period = $specification->text('billingDuration', 'billingIncrement', 'unitCode');
        if ($specification->text('billingDuration') !== null || $specification->text('billingIncrement') !== null || in_array($period, self::PERIODS, true)) {
            return;
        }
        if ($specification->is('DeliveryChargeSpecification', 'PaymentChargeSpecification')) {
            $facts->shipping ??= $specification->is('DeliveryChargeSpecification') ? $amount : null;

            return;
        }
        if ($specification->all('validForMemberTier') !== []) {
            $facts->memberPrice ??= $amount;

            return;
        }
        $reference = $specification->things('referenceQuantity')[0] ?? null;
        $type = strtolower(Thing::term((string) $specification->text('priceType')));
        if ($reference !== null && ! str_contains($type, 'list') && ($facts->price !== null && $facts->price !== $amount || $specification->is('UnitPriceSpecification'))) {
            $per = self::quantity($reference);
            if ($per !== null) {
                $facts->unitPrice = ['amount' => $amount, 'per' => $per];
                if ($facts->price !== null || $type === '') {
                    return;
                }
            }
        }
        if (preg_match('/list|srp|msrp|strikethrough|regular/', $type) === 1) {
            $facts->oldPrice ??= $amount;

            return;
        }
        if (preg_match('/invoice|minimumadvertised/', $type) === 1) {
            return;
        }
        $tax = $specification->text('valueAddedTaxIncluded');
        if ($tax !== null) {
            $facts->taxIncluded = in_array(strtolower(Thing::term($tax)), ['true', '1', 'yes'], true);
        }
        // The sale price goes before the price.
        $facts->price = $type !== '' && str_contains($type, 'sale') ? $amount : $facts->price ?? $amount;
    }

    private function shipping(Thing $details, OfferFacts $facts): void
    {
        foreach ($details->things('shippingRate') as $rate) {
            $amount = self::amount($rate->text('value', 'price', 'maxValue'), true);
            if ($amount !== null && (! is_numeric($facts->shipping) || bccomp($amount, $facts->shipping, 4) < 0)) {
                $facts->shipping = $amount;
            }
        }
    }

    private static function quantity(Thing $reference): ?string
    {
        $unit = $reference->text('unitCode') ?? $reference->text('unitText');
        $value = $reference->text('value') ?? '1';
        if ($unit === null || preg_match('/^\d+(?:\.\d+)?\z/', $value) !== 1) {
            return null;
        }
        $value = str_contains($value, '.') ? rtrim(rtrim($value, '0'), '.') : $value;

        return $value.' '.(self::UNIT_CODES[strtoupper($unit)] ?? strtolower($unit));
    }

    /**
     * A decimal; a single point is the decimal point. Null where it is none, or nothing.
     *
     * @return numeric-string|null
     */
    public static function amount(?string $written, bool $mayBeNothing = false): ?string
    {
        $text = trim((string) $written, " \t\n\r\u{A0}");
        if (preg_match('/^\d{1,12}(?:\.\d{1,8})?\z/', $text) !== 1) {
            $text = (string) preg_replace('/^[^\d.,]+|[^\d]+$/u', '', $text);
            $text = match (true) {
                preg_match('/^\d{1,3}(?:[,\' \x{A0}]\d{3})+(?:\.\d{1,2})?\z/u', $text) === 1 => (string) preg_replace('/[^\d.]/u', '', $text),
                preg_match('/^\d{1,3}(?:[. \x{A0}]\d{3})*,\d{1,2}\z/u', $text) === 1 => strtr((string) preg_replace('/[^\d,]/u', '', $text), ',', '.'),
                preg_match('/^\d{1,12}(?:\.\d{1,8})?\z/', $text) === 1 => $text,
                preg_match('/^\d{1,12},\d{1,2}\z/', $text) === 1 => strtr($text, ',', '.'),
                default => '',
            };
        }
        if ($text === '' || ! is_numeric($text)) {
            return null;
        }
        // Without zeros in front and at the end.
        $fraction = rtrim((string) strstr($text, '.'), '0');
        $amount = bcadd($text, '0', max(0, strlen($fraction) - 1));

        return ! $mayBeNothing && bccomp($amount, '0', 8) === 0 ? null : $amount;
    }

    private static function currency(?string $written): ?string
    {
        $code = strtoupper(trim((string) $written));

        return match (true) {
            preg_match('/^[A-Z]{3}\z/', $code) === 1 => $code,
            $code === '€' => 'EUR',
            $code === '£' => 'GBP',
            default => null,
        };
    }

    private static function day(?string $written): ?string
    {
        return preg_match('/^(\d{4}-\d{2}-\d{2})/', trim((string) $written), $found) === 1 ? $found[1] : null;
    }
}
