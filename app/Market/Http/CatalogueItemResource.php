<?php

declare(strict_types=1);

namespace App\Market\Http;

use App\Market\Catalogue\FoundItem;
use OpenApi\Attributes as OA;
use Wrasse\Core\Matching\MatchVerdict;

/** What a buyer finds, and whether it is the same as ours. */
#[OA\Schema(schema: 'CatalogueItem')]
final readonly class CatalogueItemResource
{
    /** @param  list<array{kind: string, says: string, weight: float}>  $reasons */
    private function __construct(
        #[OA\Property(description: 'The channel’s name for it.')] public string $item,
        #[OA\Property] public string $title,
        #[OA\Property] public ?string $brand,
        #[OA\Property] public ?string $gtin,
        #[OA\Property(description: 'The lowest with shipping, in the currency of the channel; null: nobody has it in stock.')] public ?string $price,
        #[OA\Property(description: 'Sellers that have it in stock.')] public int $sellers,
        #[OA\Property(enum: MatchVerdict::class)] public string $verdict,
        #[OA\Property(description: '0 to 100.')] public int $score,
        /** @var list<array{kind: string, says: string, weight: float}> */
        #[OA\Property(
            description: 'The weightiest first.',
            type: 'array',
            items: new OA\Items(
                type: 'object',
                required: ['kind', 'says', 'weight'],
                properties: [
                    new OA\Property(property: 'kind', type: 'string'),
                    new OA\Property(property: 'says', type: 'string'),
                    new OA\Property(property: 'weight', type: 'number'),
                ],
            ),
        )]
        public array $reasons,
        #[OA\Property(description: 'Whether the listing is this one.')] public bool $is_tied,
    ) {
    }

    public static function of(FoundItem $found): self
    {
        ['verdict' => $verdict, 'score' => $score, 'reasons' => $reasons] = $found->result->document();

        return new self(
            $found->item->item,
            $found->item->title,
            $found->item->brand,
            $found->item->gtin,
            $found->price,
            $found->item->sellers,
            $verdict,
            (int) round($score * 100),
            $reasons,
            $found->isTied,
        );
    }
}
