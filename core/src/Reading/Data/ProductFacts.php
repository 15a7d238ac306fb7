<?php

declare(strict_types=1);

namespace Wrasse\Core\Reading\Data;

use DOMElement;

/** What one source says of a product. */
final class ProductFacts
{
    /** Where it is written down. */
    public ?DOMElement $at = null;

    public ?string $name = null;

    public ?string $brand = null;

    public ?string $gtin = null;

    public bool $isGtinInvalid = false;

    public ?string $mpn = null;

    public ?string $sku = null;

    /** @var list<string> addresses by which it is known */
    public array $addresses = [];

    public bool $isMainEntity = false;

    /** @var list<OfferFacts> */
    public array $offers = [];

    /** @var list<OfferFacts> each of a variant, named by what sets it apart */
    public array $variants = [];

    /** What it is a variant of. */
    public ?string $group = null;

    public ?string $groupName = null;

    /** @var list<string> what it says of itself beside its name: size, colour and such */
    public array $properties = [];

    public function __construct(public readonly string $source)
    {
    }

    /** A name so that case and punctuation do not matter. */
    public static function folded(string $name): string
    {
        return trim((string) preg_replace('/[^\p{L}\d]+/u', ' ', mb_strtolower($name)));
    }
}
