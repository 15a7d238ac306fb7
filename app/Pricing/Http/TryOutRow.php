<?php

declare(strict_types=1);

namespace App\Pricing\Http;

use App\Pricing\Deciding\EvaluatedListing;
use OpenApi\Attributes as OA;
use Wrasse\Core\Money\PriceMove;
use Wrasse\Core\Trail\Reason;

#[OA\Schema(schema: 'TryOutRow')]
final readonly class TryOutRow
{
    private const RIVALS = 12;

    public function __construct(
        #[OA\Property] public int $listing,
        #[OA\Property] public string $sku,
        #[OA\Property] public string $title,
        #[OA\Property] public string $channel,
        #[OA\Property] public string $outcome,
        #[OA\Property(type: 'string', enum: Reason::class)] public string $reason,
        #[OA\Property] public string $old_price,
        #[OA\Property] public ?string $new_price,
        #[OA\Property] public ?string $change,
        #[OA\Property] public ?string $change_percent,
        #[OA\Property] public ?string $floor,
        #[OA\Property] public ?string $ceiling,
        #[OA\Property] public ?string $margin_before,
        #[OA\Property] public ?string $margin_after,
        #[OA\Property] public ?string $markup_before,
        #[OA\Property] public ?string $markup_after,
        #[OA\Property] public int $rank_before,
        #[OA\Property] public ?int $rank_after,
        #[OA\Property] public int $field_size,
        #[OA\Property] public string $currency,
        /** @var list<string> */
        #[OA\Property(
            description: 'What our price must be to cost the buyer as much as each rival that counts, the lowest first; 12 at most.',
            type: 'array',
            items: new OA\Items(type: 'string'),
        )]
        public array $rivals,
    ) {
    }

    public static function of(EvaluatedListing $one): self
    {
        $decision = $one->decision;
        $currency = $decision->listing->currency;
        $amount = fn (?int $minor) => $minor === null ? null : $currency->format($minor);
        $move = $decision->price === null ? null : new PriceMove($decision->listing->price, $decision->price);

        return new self(
            $one->row->id,
            $one->row->sku,
            $one->row->title,
            $one->terms->name,
            $decision->outcome->value,
            $decision->reason->value,
            $currency->format($decision->listing->price),
            $amount($decision->price),
            $amount($move?->amount()),
            $move?->percent(),
            $amount($decision->limits->floor),
            $amount($decision->limits->ceiling),
            $decision->before()?->marginPercent(),
            $decision->after()?->marginPercent(),
            $decision->before()?->markupPercent(),
            $decision->after()?->markupPercent(),
            $decision->rankBefore(),
            $decision->rankAfter(),
            $decision->field->size(),
            $currency->code,
            array_map(
                fn (int $figure) => $currency->format(
                    $decision->field->basis->itemPrice($figure, $decision->listing->earnings->shipping),
                ),
                array_slice($decision->field->above(0), 0, self::RIVALS),
            ),
        );
    }
}
