<?php

declare(strict_types=1);

namespace Simulators\Shops;

/** What is the same on every page of a shop. */
final readonly class ShopFacts
{
    /**
     * @param  array{all: string, foot: string, in: string, out: string, buy: string}  $words  in its language
     * @param  float  $level  its prices beside those of the catalogue
     * @param  bool  $follows  whether it goes below our own shop
     * @param  int|null  $redesignAfterDays  of the simulated clock, since the shops were set up; null: never by itself
     */
    public function __construct(
        public string $host,
        public string $name,
        public string $language,
        public string $currency,
        public string $pattern,
        public string $ink,
        public string $paper,
        public string $face,
        public array $words,
        public float $level,
        public bool $follows = false,
        public string $robots = '',
        public ?int $requestsPerMinute = null,
        public ?int $redesignAfterDays = null,
    ) {
    }

    /** "1.234,50 €" or "£1,234.50". */
    public function money(int $cents): string
    {
        [$decimal, $thousands] = str_contains($this->pattern, ',') ? [',', '.'] : ['.', ','];

        return (string) preg_replace('/0[.,]00/', number_format($cents / 100, 2, $decimal, $thousands), $this->pattern);
    }
}
