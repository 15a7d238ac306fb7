<?php

declare(strict_types=1);

namespace App\Catalogue\Http;

use App\Channels\DriverRegistry;
use App\Channels\Models\Channel;
use App\Channels\Ports\CatalogueSearch;
use App\Channels\Ports\OfferSource;
use App\Support\Messages\Message;
use OpenApi\Attributes as OA;
use Wrasse\Core\Money\Percent;

#[OA\Schema(schema: 'Channel')]
final readonly class ChannelResource
{
    /**
     * @param  list<array<string, string|null>>  $fees
     * @param  object  $settings
     */
    public function __construct(
        #[OA\Property] public int $id,
        #[OA\Property(description: 'Kind of channel, as the list of drivers names it.')] public string $driver,
        #[OA\Property] public string $name,
        #[OA\Property(description: 'Where prices go, in a few words.', ref: '#/components/schemas/Message')]
        public Message $destination,
        #[OA\Property(
            description: 'How it is reached, without secrets.',
            ref: '#/components/schemas/ConnectionSettings',
        )]
        public object $settings,
        #[OA\Property(description: 'Whether rivals’ offers are seen there.')] public bool $has_offers,
        #[OA\Property(description: 'Whether its catalogue can be searched.')] public bool $has_search,
        #[OA\Property(description: 'Whether prices are written into files that are fetched from here.')]
        public bool $has_files,
        #[OA\Property] public string $currency,
        #[OA\Property(description: 'Whose buyers it sells to; ISO 3166-1.')] public ?string $country,
        #[OA\Property(description: 'Of what stands there; BCP 47.')] public ?string $language,
        #[OA\Property] public bool $automation_on,
        #[OA\Property(description: 'Null where it is that of the workspace.')] public ?string $tax_percent,
        #[OA\Property(description: 'Whether its prices contain the tax; null where it is as in the workspace.')]
        public ?bool $tax_included,
        #[OA\Property(type: 'array', items: new OA\Items(ref: '#/components/schemas/Fee'))] public array $fees,
        #[OA\Property(type: 'object', ref: '#/components/schemas/CategoryTerms')] public object $categories,
        #[OA\Property(format: 'date-time')] public ?string $synced_at,
        #[OA\Property(description: 'Counts edits: sent back with the next one, it tells whether someone was faster.')]
        public int $revision,
        #[OA\Property(
            description: 'What the last call that failed said.',
            ref: '#/components/schemas/Message',
            nullable: true,
        )]
        public ?Message $problem,
        #[OA\Property(description: 'It fails again and again, and is left alone until then.', format: 'date-time')]
        public ?string $rests_until,
    ) {
    }

    public static function of(Channel $channel): self
    {
        return new self(
            $channel->id,
            $channel->driver,
            $channel->name,
            DriverRegistry::named($channel->driver)::destination($channel->connection()),
            (object) $channel->settings,
            DriverRegistry::has($channel, OfferSource::class),
            DriverRegistry::has($channel, CatalogueSearch::class),
            ($channel->settings['delivery'] ?? null) === 'folder',
            $channel->currency,
            $channel->country,
            $channel->language,
            $channel->automation_on,
            $channel->tax_percent === null ? null : (string) Percent::parse($channel->tax_percent),
            $channel->tax_included,
            $channel->fees,
            (object) $channel->categories,
            $channel->synced_at?->toIso8601ZuluString(),
            $channel->revision,
            $channel->problem,
            $channel->isCircuitOpen() ? $channel->quiet_until?->toIso8601ZuluString() : null,
        );
    }
}
