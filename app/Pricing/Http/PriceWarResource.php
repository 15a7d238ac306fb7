<?php

declare(strict_types=1);

namespace App\Pricing\Http;

use OpenApi\Attributes as OA;
use stdClass;
use Wrasse\Core\Insight\PriceWar;
use Wrasse\Core\Money\Currency;
use Wrasse\Core\Money\PriceMove;

/** We and a rival step each other down on a listing. Prices with shipping. */
#[OA\Schema(schema: 'PriceWar')]
final readonly class PriceWarResource
{
    public function __construct(
        #[OA\Property] public int $id,
        #[OA\Property] public int $listing,
        #[OA\Property] public string $sku,
        #[OA\Property] public string $title,
        #[OA\Property] public string $channel,
        #[OA\Property(description: 'What its prices are in; ISO 4217.')] public string $currency,
        #[OA\Property] public string $seller,
        #[OA\Property(description: 'As the marketplace names it.')] public string $name,
        #[OA\Property(description: 'How often each has answered the other.')] public int $rounds,
        #[OA\Property] public string $own_from,
        #[OA\Property] public string $own_to,
        #[OA\Property] public string $rival_to,
        #[OA\Property(description: 'Of that, what is left above the floor; without shipping. Null without a floor.')]
        public ?string $floor,
        #[OA\Property(description: 'What the way down comes to in a month, if as much is sold as in the last.')]
        public string $stake,
        #[OA\Property(description: 'Where going up would lead, without shipping.')] public ?string $step_up,
        #[OA\Property(description: 'Whether its rule looks at rivals one by one, so that one can be left out.')]
        public bool $can_ignore,
        #[OA\Property(format: 'date-time')] public string $since,
        #[OA\Property(enum: ['hold', 'step_up', 'ignore'])] public ?string $answer,
        #[OA\Property(format: 'date-time')] public ?string $until,
    ) {
    }

    public static function of(stdClass $row): self
    {
        $currency = Currency::of($row->currency);
        $limits = $row->floor_minor !== null && $row->ceiling_minor !== null;
        $holds = $row->until !== null && strtotime($row->until) > now()->getTimestamp();

        return new self(
            $row->id,
            $row->listing_id,
            $row->sku,
            $row->title,
            $row->channel,
            $row->currency,
            $row->seller,
            $row->name ?? $row->seller,
            $row->rounds,
            $currency->format($row->own_from_minor),
            $currency->format($row->own_to_minor),
            $currency->format($row->rival_to_minor),
            $row->floor_minor === null ? null : $currency->format($row->floor_minor),
            $currency->format((new PriceMove($row->own_from_minor, $row->own_to_minor))->stake((int) $row->units)),
            $limits
                ? $currency->format(
                    PriceWar::stepUpTo(
                        $row->own_from_minor,
                        $row->shipping_minor,
                        $row->floor_minor,
                        $row->ceiling_minor,
                    ),
                )
                : null,
            $row->kind === 'competitive',
            (string) date('Y-m-d\TH:i:s\Z', (int) strtotime($row->since)),
            $holds && $row->answer !== 'leave' ? $row->answer : null,
            $holds ? date('Y-m-d\TH:i:s\Z', (int) strtotime($row->until)) : null,
        );
    }
}
