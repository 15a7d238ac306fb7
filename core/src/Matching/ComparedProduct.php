<?php

declare(strict_types=1);

namespace Wrasse\Core\Matching;

/** What is known of a product, ours or another shop's, when it is asked whether two are the same. */
final readonly class ComparedProduct
{
    /**
     * @param  numeric-string|null  $price  in major units
     * @param  array<string, string>  $attributes  such as color; their values count as if the title said them
     */
    public function __construct(
        public string $title,
        public ?string $brand = null,
        public ?string $gtin = null,
        public ?string $mpn = null,
        public ?string $price = null,
        public ?string $currency = null,
        public ?string $category = null,
        public array $attributes = [],
    ) {
    }
}
