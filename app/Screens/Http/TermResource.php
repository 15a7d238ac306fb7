<?php

declare(strict_types=1);

namespace App\Screens\Http;

use App\Pricing\Deciding\EvaluatedListing;
use OpenApi\Attributes as OA;
use Wrasse\Core\Limits\TermFigure;
use Wrasse\Core\Trail\Message;

/** One floor or ceiling term of a listing: where it comes from, and what it comes to now. */
#[OA\Schema(schema: 'Term')]
final readonly class TermResource
{
    public function __construct(
        #[OA\Property(enum: ['floor', 'ceiling'])] public string $side,
        #[OA\Property(enum: ['amount', 'margin', 'markup', 'profit', 'map', 'rrp', 'reference'])] public string $kind,
        #[OA\Property(description: 'In English.', example: '12 % margin of price')] public string $says,
        #[OA\Property(ref: '#/components/schemas/Phrase')] public Message $message,
        #[OA\Property(description: 'What it comes to; null where its figure is missing or no price meets it.')]
        public ?string $price,
        #[OA\Property(
            description: 'What it was set for.',
            enum: ['workspace', 'channel', 'supplier', 'category', 'brand', 'product', 'listing'],
        )]
        public string $from,
        #[OA\Property(description: 'Which channel, supplier, category, brand or product.')] public ?string $name,
        #[OA\Property(
            description: 'Whether it is the one that counts: the highest of the floors, the lowest of the ceilings.',
        )]
        public bool $binds,
    ) {
    }

    /** @return list<self> floors first */
    public static function all(EvaluatedListing $decided): array
    {
        $decision = $decided->decision;
        $currency = $decision->listing->currency;

        return array_map(
            fn (TermFigure $figure, array $source) => new self(
                $figure->side,
                (string) $source['term']['kind'],
                $figure->says->english(),
                $figure->says,
                $figure->price === null ? null : $currency->format($figure->price),
                $source['from'],
                $source['name'],
                $figure->binds,
            ),
            $decision->termFigures(),
            $decided->sources(),
        );
    }
}
