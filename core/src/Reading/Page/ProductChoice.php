<?php

declare(strict_types=1);

namespace Wrasse\Core\Reading\Page;

use Wrasse\Core\Reading\Data\ProductFacts;

use function array_filter;
use function array_values;
use function count;
use function mb_strtolower;
use function parse_url;
use function rtrim;
use function str_contains;

/** Of the products that a source describes the one that the page is about: by mainEntity, by address, by the heading. */
final readonly class ProductChoice
{
    /**
     * @param  list<string>  $addresses  of the page: its own and the canonical one
     */
    public function __construct(private array $addresses, private string $heading)
    {
    }

    /**
     * @param  list<ProductFacts>  $products
     * @return list<ProductFacts> one; several where nothing tells them apart; none where the heading names none
     */
    public function of(array $products): array
    {
        if (count($products) <= 1) {
            return $products;
        }
        $main = self::those($products, fn (ProductFacts $one) => $one->isMainEntity);
        if (count($main) === 1) {
            return $main;
        }
        $here = self::those($products, function (ProductFacts $one): bool {
            foreach ($one->addresses as $address) {
                foreach ($this->addresses as $own) {
                    if (self::plain($address) === self::plain($own) && self::plain($own) !== '') {
                        return true;
                    }
                }
            }

            return false;
        });
        if (count($here) === 1) {
            return $here;
        }
        $heading = ProductFacts::folded($this->heading);
        $equal = $heading === '' ? [] : self::those($products, fn (ProductFacts $one) => ProductFacts::folded((string) $one->name) === $heading);
        if (count($equal) === 1) {
            return $equal;
        }
        // Said twice: one with an offer is enough.
        $offered = self::those($equal, fn (ProductFacts $one) => $one->offers !== []);
        if ($equal !== [] && count(array_unique(array_map(fn (ProductFacts $one) => $one->offers[0]->price ?? '', $offered))) === 1) {
            return [$offered[0]];
        }

        return $equal !== [] ? $equal : self::those(
            $products,
            fn (ProductFacts $one) => $heading !== '' && ProductFacts::folded((string) $one->name) !== ''
                && (str_contains($heading, ProductFacts::folded((string) $one->name)) || str_contains(ProductFacts::folded((string) $one->name), $heading)),
        );
    }

    /**
     * @param  list<ProductFacts>  $products
     * @param  callable(ProductFacts): bool  $fits
     * @return list<ProductFacts>
     */
    private static function those(array $products, callable $fits): array
    {
        return array_values(array_filter($products, $fits));
    }

    /** Without scheme, fragment and what else does not lead elsewhere. */
    private static function plain(string $address): string
    {
        $parts = parse_url($address);
        $path = rtrim($parts['path'] ?? '', '/');
        $fragment = isset($parts['host']) || ! isset($parts['fragment']) ? '' : "#{$parts['fragment']}";

        return $path === '' && ! isset($parts['query']) ? $fragment : mb_strtolower($path).(isset($parts['query']) ? "?{$parts['query']}" : '');
    }
}
