<?php

declare(strict_types=1);

namespace App\Screens\Http;

use App\Catalogue\Currencies\OwnCurrency;
use App\Pricing\Models\Approval;
use OpenApi\Attributes as OA;
use stdClass;
use Wrasse\Core\Money\Currency;
use Wrasse\Core\Money\PriceMove;
use Wrasse\Core\Trail\Reason;

/** A decided price that waits for a person. */
#[OA\Schema(schema: 'Approval')]
final readonly class ApprovalResource
{
    /** @param  array<string, mixed>  $decision */
    public function __construct(
        #[OA\Property] public int $id,
        #[OA\Property(type: 'object', ref: '#/components/schemas/Listing')] public ListingRow $listing,
        #[OA\Property(enum: Reason::OF_REVIEW)] public string $reason,
        #[OA\Property] public string $price,
        #[OA\Property] public string $change,
        #[OA\Property] public string $change_percent,
        #[OA\Property(description: 'The change on what was sold in 30 days, on one piece at least.')]
        public string $stake,
        #[OA\Property(description: 'The same in the currency of the workspace; null without an exchange rate.')]
        public ?string $stake_own,
        #[OA\Property(type: 'object', description: 'As it was made.', ref: '#/components/schemas/Decision')]
        public array $decision,
        #[OA\Property(format: 'date-time')] public string $asked_at,
    ) {
    }

    public static function of(Approval $approval, stdClass $listing, OwnCurrency $own): self
    {
        $currency = Currency::of($listing->currency);
        $move = new PriceMove($approval->from_minor, $approval->price_minor);
        $stake = $own->of($approval->stake_minor, $currency);

        return new self(
            $approval->id,
            ListingRow::of($listing, $own),
            $approval->reason->value,
            $currency->format($approval->price_minor),
            $currency->format($move->amount()),
            $move->percent(),
            $currency->format($approval->stake_minor),
            $stake === null ? null : $own->currency->format($stake),
            $approval->decision->asMade(),
            $approval->asked_at->toIso8601ZuluString(),
        );
    }
}
