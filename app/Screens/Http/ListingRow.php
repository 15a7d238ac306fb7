<?php

declare(strict_types=1);

namespace App\Screens\Http;

use App\Catalogue\Currencies\OwnCurrency;
use App\Market\Actions\RecordWebOffers;
use App\Support\Messages\Message;
use Carbon\CarbonImmutable;
use OpenApi\Attributes as OA;
use stdClass;
use Wrasse\Core\Money\Currency;
use Wrasse\Core\Trail\Reason;

#[OA\Schema(schema: 'Listing')]
final readonly class ListingRow
{
    /** @param  list<ListingMark>  $marks */
    public function __construct(
        #[OA\Property] public int $id,
        #[OA\Property] public int $version,
        #[OA\Property] public string $sku,
        #[OA\Property] public string $title,
        #[OA\Property] public string $channel,
        #[OA\Property] public string $currency,
        #[OA\Property(description: 'Not published on its channel yet.')] public bool $is_draft,
        #[OA\Property] public ?string $brand,
        #[OA\Property] public ?string $category,
        #[OA\Property] public ?string $supplier,
        #[OA\Property(description: 'Unit cost.')] public ?string $cost,
        #[OA\Property(description: 'What the cost is in; ISO 4217.')] public string $cost_currency,
        #[OA\Property(description: 'Recommended price.')] public ?string $rrp,
        #[OA\Property] public string $condition,
        #[OA\Property] public string $fulfilment,
        #[OA\Property] public ?int $stock,
        #[OA\Property] public string $price,
        #[OA\Property] public string $shipping,
        #[OA\Property] public ?string $floor,
        #[OA\Property] public ?string $ceiling,
        #[OA\Property(
            description: 'Why it cannot be priced.',
            nullable: true,
            enum: Reason::OF_LIMITS,
        )]
        public ?string $problem,
        #[OA\Property] public ?string $profit,
        #[OA\Property(description: 'The profit in the workspace’s currency, where that is another one and a rate is known.')]
        public ?string $profit_own,
        #[OA\Property] public ?string $margin_percent,
        #[OA\Property] public ?string $markup_percent,
        #[OA\Property] public ?int $rank,
        #[OA\Property] public int $field_size,
        #[OA\Property] public bool $holds_buy_box,
        #[OA\Property(type: 'array', items: new OA\Items(ref: ListingMark::class))] public array $marks,
        #[OA\Property] public ?int $rule_id,
        #[OA\Property] public ?string $rule,
        #[OA\Property(description: 'Why it is on that rule.', nullable: true, enum: ['hand', 'filter', 'default'])]
        public ?string $assigned_by,
        #[OA\Property(description: 'Whether all switches above it and its own are on.')] public bool $repriced,
        #[OA\Property(
            description: 'Which switch is off, from the top.',
            nullable: true,
            enum: ['stopped', 'rules_paused', 'channel', 'rule', 'listing', 'elsewhere', 'compared'],
        )]
        public ?string $off,
        #[OA\Property] public bool $automation_on,
        #[OA\Property] public ?string $outcome,
        #[OA\Property(type: 'string', nullable: true, enum: Reason::class)] public ?string $reason,
        #[OA\Property(description: 'A price on its way to the channel.')] public ?string $going_to,
        #[OA\Property(nullable: true, enum: ['waiting', 'queued', 'sending', 'sent'])] public ?string $going_state,
        #[OA\Property(description: 'What that price waits for.', nullable: true, enum: ['brake', 'hours', 'switch'])]
        public ?string $going_waits_for,
        #[OA\Property(ref: '#/components/schemas/Message', nullable: true)] public ?Message $going_problem,
        #[OA\Property(
            description: 'The price that someone set by hand, as long as it stands.',
            type: 'object',
            nullable: true,
            ref: '#/components/schemas/HandPrice',
        )]
        public ?HandPrice $hand_price,
        #[OA\Property(format: 'date-time')] public ?string $seen_at,
    ) {
    }

    /** @param  stdClass  $row as ListingQuery gives it */
    public static function of(stdClass $row, OwnCurrency $own): self
    {
        $currency = Currency::of($row->currency);
        $amount = fn (?int $minor) => $minor === null ? null : $currency->format($minor);
        $costs = Currency::of($row->cost_currency ?? $row->own_currency);
        $off = match (true) {
            $row->rule_id === null => null,
            $row->repricing !== 'running' => $row->repricing,
            ! $row->channel_on => 'channel',
            ! $row->rule_on => 'rule',
            ! $row->automation_on => $row->changed_elsewhere_at === null ? 'listing' : 'elsewhere',
            $row->is_compared => 'compared',
            default => null,
        };
        /** @var list<array<string, mixed>> $offers */
        $offers = json_decode(RecordWebOffers::beside($row->offers ?? '[]', $row->web), true, 8, JSON_THROW_ON_ERROR);
        /** @var array<string, string> $dropped */
        $dropped = json_decode($row->dropped ?? '{}', true, 8, JSON_THROW_ON_ERROR);

        return new self(
            $row->id,
            $row->version,
            $row->sku,
            $row->title,
            $row->channel_name,
            $row->currency,
            $row->is_draft,
            $row->brand,
            $row->category,
            $row->supplier,
            $row->cost_minor === null ? null : $costs->format($row->cost_minor),
            $costs->code,
            $row->rrp_minor === null ? null : Currency::of($row->own_currency)->format($row->rrp_minor),
            $row->condition,
            $row->fulfilment,
            $row->stock,
            $currency->format($row->price_minor),
            $currency->format($row->shipping_minor),
            $amount($row->floor_minor),
            $amount($row->ceiling_minor),
            $row->problem,
            $amount($row->profit_minor),
            $own->beside($row->profit_minor, $currency),
            $row->margin_percent,
            $row->markup_percent,
            $row->rank,
            $row->field_size,
            $row->holds_buy_box,
            ListingMark::all($offers, $dropped, $row->shipping_minor, $currency),
            $row->rule_id,
            $row->rule_name,
            $row->assigned_by,
            $row->rule_id !== null && $off === null,
            $off,
            $row->automation_on,
            $row->outcome,
            $row->reason,
            $amount($row->going_minor),
            $row->going_state,
            $row->going_waits_for,
            $row->going_problem === null ? null : Message::fromStored($row->going_problem),
            HandPrice::of($row, $currency),
            $row->seen_at === null ? null : CarbonImmutable::parse($row->seen_at)->toIso8601ZuluString(),
        );
    }
}
