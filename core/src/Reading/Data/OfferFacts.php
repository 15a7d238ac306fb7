<?php

declare(strict_types=1);

namespace Wrasse\Core\Reading\Data;

use DOMElement;

/** What is said of one offer of a product. Amounts are decimals; null where nothing is said. */
final class OfferFacts
{
    /** Where it is written down. */
    public ?DOMElement $at = null;

    public ?string $name = null;

    public ?string $price = null;

    public ?string $currency = null;

    public ?string $oldPrice = null;

    public ?string $memberPrice = null;

    /** @var array{from: string, to: string|null}|null */
    public ?array $range = null;

    /** @var array{amount: string, per: string}|null */
    public ?array $unitPrice = null;

    public ?string $shipping = null;

    public ?bool $taxIncluded = null;

    public ?Availability $availability = null;

    public ?Condition $condition = null;

    public ?string $validUntil = null;

    public ?string $seller = null;

    public ?string $url = null;

    /** The page or its address marks it as the chosen one. */
    public bool $isChosen = false;
}
