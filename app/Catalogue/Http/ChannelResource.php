<?php

declare(strict_types=1);

namespace App\Catalogue\Http;

use App\Catalogue\Models\Channel;
use OpenApi\Attributes as OA;
use Wrasse\Core\Money\Percent;

#[OA\Schema(schema: 'Channel')]
final readonly class ChannelResource
{
    /**
     * @param  list<array<string, string|null>>  $fees
     * @param  array<string, string>|null  $delivery
     */
    public function __construct(
        #[OA\Property] public int $id,
        #[OA\Property(enum: ['marketplace', 'shop', 'file', 'webhook'])] public string $kind,
        #[OA\Property] public string $name,
        #[OA\Property(description: 'Where it answers.')] public string $address,
        #[OA\Property(type: 'object', nullable: true, oneOf: [new OA\Schema(ref: '#/components/schemas/Delivery')])] public ?array $delivery,
        #[OA\Property] public string $currency,
        #[OA\Property] public bool $automation_on,
        #[OA\Property(description: 'Null where it is that of the workspace.')] public ?string $tax_percent,
        #[OA\Property(description: 'Whether its prices contain the tax; null where it is as in the workspace.')] public ?bool $tax_included,
        #[OA\Property(type: 'array', items: new OA\Items(ref: '#/components/schemas/Fee'))] public array $fees,
        #[OA\Property(type: 'object', ref: '#/components/schemas/CategoryTerms')] public object $categories,
        #[OA\Property(format: 'date-time')] public ?string $synced_at,
        #[OA\Property(description: 'What the last call that failed said.')] public ?string $problem,
        #[OA\Property(description: 'It fails again and again, and is left alone until then.', format: 'date-time')] public ?string $rests_until,
    ) {
    }

    public static function of(Channel $channel): self
    {
        return new self(
            $channel->id, $channel->kind->value, $channel->name, $channel->base_url, $channel->delivery === null ? null : array_diff_key($channel->delivery, array_flip(Channel::DELIVERY_SECRETS)), $channel->currency, $channel->automation_on, $channel->tax_percent === null ? null : (string) Percent::parse($channel->tax_percent), $channel->tax_included, $channel->fees, (object) $channel->categories,
            $channel->synced_at?->toIso8601ZuluString(), $channel->problem, $channel->isQuiet() ? $channel->quiet_until?->toIso8601ZuluString() : null,
        );
    }
}
