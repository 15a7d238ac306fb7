<?php

declare(strict_types=1);

namespace App\Watching\Http;

use App\Catalogue\Models\Listing;
use OpenApi\Attributes as OA;
use Wrasse\Core\Money\Currency;

/** A listing of ours beside a page of a rival. */
#[OA\Schema(schema: 'WatchedListing')]
final readonly class WatchedListing
{
    public function __construct(
        #[OA\Property] public int $id,
        #[OA\Property] public string $sku,
        #[OA\Property] public string $title,
        #[OA\Property] public string $channel,
        #[OA\Property] public string $price,
        #[OA\Property(description: 'ISO 4217.')] public string $currency,
    ) {
    }

    public static function of(Listing $listing): self
    {
        $channel = $listing->channel;

        return new self(
            $listing->id,
            $listing->sku,
            $listing->title,
            $channel->name,
            Currency::of($channel->currency)->format($listing->price_minor),
            $channel->currency,
        );
    }
}
