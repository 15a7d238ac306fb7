<?php

declare(strict_types=1);

namespace App\Watching\Http;

use App\Watching\Models\ProductMatch;
use App\Watching\Models\SiteProduct;
use OpenApi\Attributes as OA;
use Wrasse\Core\Money\Currency;
use Wrasse\Core\Money\PriceMove;

/** Something another shop sells beside the product of ours that it may be. */
#[OA\Schema(schema: 'Match')]
final readonly class MatchResource
{
    /** @param  list<array{kind: string, agreement: string, ours: string, theirs: string, weight: float}>  $reasons */
    private function __construct(
        #[OA\Property] public int $id,
        #[OA\Property(enum: ['same', 'perhaps', 'different'])] public string $verdict,
        #[OA\Property(description: 'In hundredths: from 90 on the same, under 30 different.')] public int $score,
        #[OA\Property(enum: ['proposed', 'later', 'accepted', 'rejected'])] public string $state,
        #[OA\Property(description: 'Who decided; null: nobody, or it was sure enough.')] public ?string $decided_by,
        #[OA\Property(format: 'date-time')] public ?string $decided_at,
        #[OA\Property(ref: MatchedProduct::class)] public MatchedProduct $ours,
        #[OA\Property(ref: MatchedProduct::class)] public MatchedProduct $theirs,
        #[OA\Property(description: 'By how much theirs is dearer than ours, with its sign; null: they cannot be compared.')] public ?string $percent,
        #[OA\Property(
            description: 'What speaks for it and against it, the weightiest first.',
            type: 'array',
            items: new OA\Items(
                required: ['kind', 'agreement', 'ours', 'theirs', 'weight'],
                properties: [
                    new OA\Property(property: 'kind', type: 'string'),
                    new OA\Property(property: 'agreement', type: 'string', enum: ['equal', 'one_sided', 'differs']),
                    new OA\Property(property: 'ours', description: 'Empty: nothing is said.', type: 'string'),
                    new OA\Property(property: 'theirs', type: 'string'),
                    new OA\Property(property: 'weight', description: 'Below 0: speaks against it.', type: 'number'),
                ],
                type: 'object',
            ),
        )]
        public array $reasons,
        #[OA\Property(description: 'Pages that are watched since it was accepted.')] public int $watches,
    ) {
    }

    /** @param  array{price_minor: int|null, currency: string|null, listing_id: int|null}|null  $listing  the first of our product */
    public static function of(ProductMatch $match, ?array $listing): self
    {
        $product = $match->product;

        return new self(
            $match->id,
            $match->verdict->value,
            $match->score,
            $match->state->value,
            $match->decided_by,
            $match->decided_at?->toRfc3339String(),
            new MatchedProduct(
                $product->id,
                $product->title,
                $product->brand,
                $product->gtin,
                $product->mpn,
                $product->sku,
                self::price($listing['price_minor'] ?? null, $listing['currency'] ?? null),
                $listing['currency'] ?? null,
                null,
                null,
                null,
                $listing['listing_id'] ?? null,
            ),
            self::theirs($match->siteProduct),
            self::percent($listing, $match->siteProduct),
            $match->reasons,
            (int) $match->watches_count,
        );
    }

    private static function theirs(SiteProduct $product): MatchedProduct
    {
        return new MatchedProduct(
            $product->id,
            $product->title,
            $product->brand,
            $product->gtin,
            $product->mpn,
            $product->sku,
            self::price($product->price_minor, $product->currency),
            $product->currency,
            $product->in_stock,
            $product->site->name,
            $product->url,
            null,
        );
    }

    /** @param  array{price_minor: int|null, currency: string|null, listing_id: int|null}|null  $ours */
    private static function percent(?array $ours, SiteProduct $theirs): ?string
    {
        $isComparable = isset($ours['price_minor']) && $theirs->price_minor !== null && $ours['currency'] === $theirs->currency;

        return $isComparable ? (new PriceMove($ours['price_minor'], $theirs->price_minor))->percent() : null;
    }

    private static function price(?int $minor, ?string $currency): ?string
    {
        return $minor === null || $currency === null ? null : Currency::of($currency)->format($minor);
    }
}
