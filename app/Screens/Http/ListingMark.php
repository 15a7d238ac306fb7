<?php

declare(strict_types=1);

namespace App\Screens\Http;

use OpenApi\Attributes as OA;
use Wrasse\Core\Market\DropReason;
use Wrasse\Core\Market\WebOffer;
use Wrasse\Core\Money\Basis;
use Wrasse\Core\Money\Currency;

/** A rival on the price line. */
#[OA\Schema(schema: 'ListingMark')]
final readonly class ListingMark
{
    public function __construct(
        #[OA\Property] public string $seller,
        #[OA\Property(
            description: 'Its price with shipping, less our shipping: what our price must be to cost the buyer the same.',
        )]
        public string $at,
        #[OA\Property] public bool $buy_box,
        #[OA\Property(description: 'Whether it is from a page of another shop.')] public bool $is_web,
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
     * @param  list<array<string, mixed>>  $offers
     * @param  array<string, string>  $dropped  by offer, as Dropped::key() tells them apart
     * @return list<self>
     */
    public static function all(array $offers, array $dropped, int $ownShipping, Currency $currency): array
    {
        $marks = [];
        foreach ($offers as $offer) {
            $landed = Basis::Landed->figure(
                $currency->parse((string) $offer['price']),
                $currency->parse((string) ($offer['shipping'] ?? '0')),
            );
            $at = Basis::Landed->itemPrice($landed, $ownShipping);
            $marks[] = new self(
                (string) $offer['seller'],
                $currency->format($at),
                (bool) ($offer['buy_box'] ?? false),
                ($offer['source'] ?? null) === WebOffer::SOURCE,
                $dropped[OfferResource::key($offer, $landed)] ?? null,
            );
        }

        return $marks;
    }
}
