<?php

declare(strict_types=1);

namespace App\Screens\Http;

use OpenApi\Attributes as OA;
use Wrasse\Core\Market\Dropped;
use Wrasse\Core\Market\DropReason;
use Wrasse\Core\Market\WebOffer;
use Wrasse\Core\Money\Basis;
use Wrasse\Core\Money\Currency;

#[OA\Schema(schema: 'Offer')]
final readonly class OfferResource
{
    public function __construct(
        #[OA\Property] public string $seller,
        #[OA\Property] public string $name,
        #[OA\Property] public string $price,
        #[OA\Property] public string $shipping,
        #[OA\Property(description: 'With shipping.')] public string $landed,
        #[OA\Property] public string $condition,
        #[OA\Property] public string $fulfilment,
        #[OA\Property] public bool $in_stock,
        #[OA\Property] public bool $buy_box,
        #[OA\Property(description: 'Whether it is from a page of another shop.')] public bool $is_web,
        #[OA\Property] public ?string $rating_percent,
        #[OA\Property] public ?int $rating_count,
        #[OA\Property] public ?int $handling_days,
        #[OA\Property(
            description: 'Why it does not count; null if it does.',
            type: 'string',
            nullable: true,
            enum: DropReason::class,
        )]
        public ?string $dropped,
    ) {
    }

    /**
     * Those that count first, cheapest first.
     *
     * @param  list<array<string, mixed>>  $offers
     * @param  array<string, string>  $dropped  by offer, as Dropped::key() tells them apart
     * @param  array<string, string>  $names
     * @return list<self>
     */
    public static function all(array $offers, array $dropped, array $names, Currency $currency): array
    {
        $resources = array_map(function (array $offer) use ($dropped, $names, $currency): self {
            $seller = (string) $offer['seller'];
            $landed = Basis::Landed->figure(
                $currency->parse((string) $offer['price']),
                $currency->parse((string) ($offer['shipping'] ?? '0')),
            );

            return new self(
                $seller,
                $names[$seller] ?? $seller,
                (string) $offer['price'],
                (string) ($offer['shipping'] ?? '0.00'),
                $currency->format($landed),
                (string) ($offer['condition'] ?? 'new'),
                (string) ($offer['fulfilment'] ?? 'merchant'),
                (bool) ($offer['in_stock'] ?? true),
                (bool) ($offer['buy_box'] ?? false),
                ($offer['source'] ?? null) === WebOffer::SOURCE,
                isset($offer['rating_percent']) ? (string) $offer['rating_percent'] : null,
                isset($offer['rating_count']) ? (int) $offer['rating_count'] : null,
                isset($offer['handling_days']) ? (int) $offer['handling_days'] : null,
                $dropped[self::key($offer, $landed)] ?? null,
            );
        }, $offers);
        usort(
            $resources,
            fn (self $a, self $b) => ($a->dropped !== null) <=> ($b->dropped !== null) ?:
            $currency->parse($a->landed) <=> $currency->parse($b->landed) ?:
            strcmp($a->seller, $b->seller),
        );

        return $resources;
    }

    /**
     * @param  array<string, mixed>  $offer
     * @param  int  $landed  in minor units
     * @return string as Dropped::key() tells offers apart
     */
    public static function key(array $offer, int $landed): string
    {
        return Dropped::keyOf(
            (string) $offer['seller'],
            (string) ($offer['condition'] ?? 'new'),
            (string) ($offer['fulfilment'] ?? 'merchant'),
            $landed,
        );
    }
}
