<?php

declare(strict_types=1);

namespace Wrasse\Core\Reading\Price;

use Wrasse\Core\Money\Currency;

/** What a price text says. Amounts are decimals with the digits of the currency, two where it is not known. */
final readonly class PriceReading
{
    /**
     * @param  array{from: string, to: string|null}|null  $range
     * @param  array{amount: string, per: string}|null  $unitPrice
     * @param  list<string>  $problems
     */
    public function __construct(
        public ?string $price,
        public ?Currency $currency,
        public ?string $oldPrice = null,
        public ?array $range = null,
        public ?array $unitPrice = null,
        public ?bool $taxIncluded = null,
        public array $problems = [],
    ) {
    }

    /** @return array<string, mixed> as it is written */
    public function document(): array
    {
        return [
            'price' => $this->price,
            'currency' => $this->currency?->code,
            'old_price' => $this->oldPrice,
            'range' => $this->range,
            'unit_price' => $this->unitPrice,
            'tax_included' => $this->taxIncluded,
            'problems' => $this->problems,
        ];
    }
}
