<?php

declare(strict_types=1);

namespace Wrasse\Core\Market;

use Wrasse\Core\Money\ExchangeRate;
use Wrasse\Core\Money\Percent;
use Wrasse\Core\Money\Rounding;
use Wrasse\Core\Profit\Tax;

/** What a page of another shop asks for a thing, in minor units of its own currency. */
final readonly class WebOffer
{
    public const SOURCE = 'web';

    /**
     * @param  int  $price  above zero
     * @param  int|null  $shipping  null: not known
     * @param  bool|null  $taxIncluded  null: as in ours
     * @param  int  $seenAt  in microseconds since 1970
     */
    public function __construct(
        public string $seller,
        public int $price,
        public ?int $shipping,
        public ?bool $taxIncluded,
        public string $condition,
        public bool $inStock,
        public int $seenAt,
    ) {
    }

    /**
     * What is added to a price where the page does not say, in minor units.
     *
     * @param  int|null  $charge  what the shop takes
     * @param  int|null  $freeFrom  the price from which it takes nothing
     * @return int|null null: not known
     */
    public static function shipping(int $price, ?int $charge, ?int $freeFrom): ?int
    {
        return $freeFrom !== null && $price >= $freeFrom ? 0 : $charge;
    }

    /**
     * The same in the terms of a listing. A shipping charge that is not known counts as none.
     *
     * @param  ExchangeRate|null  $rate  from its currency into that of the listing; null: they are the same
     * @param  Tax  $tax  of the listing
     */
    public function inTermsOf(?ExchangeRate $rate, Tax $tax): Offer
    {
        return new Offer(
            $this->seller,
            max(1, $this->amount($this->price, $rate, $tax)),
            $this->amount($this->shipping ?? 0, $rate, $tax),
            $this->condition,
            inStock: $this->inStock,
            source: self::SOURCE,
            seenAt: $this->seenAt,
        );
    }

    private function amount(int $amount, ?ExchangeRate $rate, Tax $tax): int
    {
        $converted = $rate === null ? $amount : $rate->convert($amount);

        return match (true) {
            $this->taxIncluded === null || $this->taxIncluded === $tax->included => $converted,
            $tax->included => Rounding::halfAwayFromZero(
                $converted * (Percent::WHOLE + $tax->percent->units),
                Percent::WHOLE,
            ),
            default => (new Tax($tax->percent, included: true))->net($converted),
        };
    }
}
