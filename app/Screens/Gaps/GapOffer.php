<?php

declare(strict_types=1);

namespace App\Screens\Gaps;

use Carbon\CarbonImmutable;
use Wrasse\Core\Money\Currency;

/** One shop that sells what we do not; prices in the currency of the workspace. */
final readonly class GapOffer
{
    /**
     * @param  int  $past  thirty days ago, or when it was first seen
     * @param  string  $since  when it was first seen
     */
    public function __construct(
        public string $shop,
        public string $host,
        public string $url,
        public int $price,
        public int $past,
        public string $since,
        public string $seenAt,
    ) {
    }

    /** @return array{shop: string, url: string, price: string, seen_at: string} */
    public function document(Currency $currency): array
    {
        return [
            'shop' => $this->shop,
            'url' => $this->url,
            'price' => $currency->format($this->price),
            'seen_at' => CarbonImmutable::parse($this->seenAt)->toRfc3339String(),
        ];
    }
}
