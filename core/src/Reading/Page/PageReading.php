<?php

declare(strict_types=1);

namespace Wrasse\Core\Reading\Page;

use Wrasse\Core\Reading\Data\Availability;
use Wrasse\Core\Reading\Data\Condition;

/** What a page says. Amounts are decimals with the digits of their currency. */
final class PageReading
{
    /** @var 'product'|'several'|'none'|'refused'|'maintenance'|'not_found' */
    public string $page = 'none';

    public ?string $name = null;

    public ?string $brand = null;

    public ?string $gtin = null;

    public ?string $mpn = null;

    public ?string $sku = null;

    public ?string $price = null;

    public ?string $currency = null;

    public ?string $oldPrice = null;

    /** @var array{from: string, to: string|null}|null */
    public ?array $range = null;

    public ?string $memberPrice = null;

    /** @var array{amount: string, per: string}|null */
    public ?array $unitPrice = null;

    public ?string $shipping = null;

    public ?bool $taxIncluded = null;

    public Availability $availability = Availability::Unknown;

    public ?Condition $condition = null;

    public ?string $promotion = null;

    public ?string $validUntil = null;

    public ?string $variant = null;

    /** @var list<array{name: string, price: string|null, availability: string}> */
    public array $variants = [];

    /** @var array<string, string> source by field */
    public array $foundBy = [];

    /** In hundredths. */
    public int $confidence = 0;

    /** @var list<string> */
    public array $problems = [];

    /** What else was found; null where the page is no product. */
    public ?Trace $trace = null;

    public function problem(string $code): void
    {
        if (! in_array($code, $this->problems, true)) {
            $this->problems[] = $code;
        }
    }

    /** @return array<string, mixed> as it is written */
    public function document(): array
    {
        return [
            'page' => $this->page,
            'name' => $this->name,
            'brand' => $this->brand,
            'gtin' => $this->gtin,
            'mpn' => $this->mpn,
            'sku' => $this->sku,
            'price' => $this->price,
            'currency' => $this->currency,
            'old_price' => $this->oldPrice,
            'range' => $this->range,
            'member_price' => $this->memberPrice,
            'unit_price' => $this->unitPrice,
            'shipping' => $this->shipping,
            'tax_included' => $this->taxIncluded,
            'availability' => $this->availability->value,
            'condition' => $this->condition?->value,
            'promotion' => $this->promotion,
            'valid_until' => $this->validUntil,
            'variant' => $this->variant,
            'variants' => $this->variants,
            'found_by' => (object) $this->foundBy,
            'confidence' => $this->confidence / 100,
            'problems' => $this->problems,
        ];
    }
}
