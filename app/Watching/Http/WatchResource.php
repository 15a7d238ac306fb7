<?php

declare(strict_types=1);

namespace App\Watching\Http;

use App\Support\Messages\Message;
use App\Watching\Models\Verdict;
use App\Watching\Models\Watch;
use App\Watching\Models\WatchState;
use App\Watching\Trust\Doubt;
use OpenApi\Attributes as OA;

/** A rival's page that is read for a listing. */
#[OA\Schema(schema: 'Watch')]
final readonly class WatchResource
{
    /**
     * @param  array<string, mixed>  $schedule
     * @param  list<string>  $doubts
     * @param  list<array{name: string, price: string|null, availability: string}>  $variants
     */
    public function __construct(
        #[OA\Property] public int $id,
        #[OA\Property(description: 'Null: nobody has said yet for which.', ref: WatchedListing::class, nullable: true)]
        public ?WatchedListing $listing,
        #[OA\Property(description: 'Which listing it may be for.', ref: WatchedListing::class, nullable: true)]
        public ?WatchedListing $proposed,
        #[OA\Property] public int $site_id,
        #[OA\Property(description: 'What rules call the seller.')] public string $host,
        #[OA\Property] public string $url,
        #[OA\Property(description: 'Which of those on the page is meant.')] public ?string $variant,
        #[OA\Property] public ?string $note,
        #[OA\Property(type: 'object', ref: '#/components/schemas/WatchSchedule')] public array $schedule,
        #[OA\Property(format: 'date')] public ?string $active_until,
        #[OA\Property] public bool $is_paused,
        #[OA\Property(enum: WatchState::class)] public string $state,
        #[OA\Property(description: 'When it is read next; null: not by itself.', format: 'date-time')]
        public ?string $due_at,
        #[OA\Property(description: 'Whether its page is being asked for.')] public bool $is_being_read,
        #[OA\Property(description: 'The number of the last reading.')] public ?int $reading,
        #[OA\Property(format: 'date-time')] public ?string $read_at,
        #[OA\Property(description: 'Of the last reading.', enum: Verdict::class)] public ?string $verdict,
        #[OA\Property(description: 'What the last reading found.', ref: FoundOfferResource::class, nullable: true)]
        public ?FoundOfferResource $found,
        #[OA\Property(description: 'Why the last reading found no price.', ref: Message::class, nullable: true)]
        public ?Message $problem,
        #[OA\Property(
            description: 'Why the last reading is not believed yet.',
            type: 'array',
            items: new OA\Items(type: 'string', enum: Doubt::class),
        )]
        public array $doubts,
        #[OA\Property(
            description: 'Those on the page.',
            type: 'array',
            items: new OA\Items(
                required: ['name', 'price', 'availability'],
                properties: [
                    new OA\Property(property: 'name', type: 'string'),
                    new OA\Property(property: 'price', type: 'string', nullable: true),
                    new OA\Property(property: 'availability', type: 'string'),
                ],
            ),
        )]
        public array $variants,
        #[OA\Property(description: 'ISO 4217, of the prices of variants.')] public ?string $variants_currency,
        #[OA\Property(description: 'What counts in rules.', ref: FoundOfferResource::class, nullable: true)]
        public ?FoundOfferResource $counts,
        #[OA\Property(
            description: 'What counts with shipping, in the currency of the listing and with or without tax as its price is.',
        )]
        public ?string $landed,
        #[OA\Property(description: 'Why what is good does not count all the same.', ref: Message::class, nullable: true)]
        public ?Message $not_counted,
        #[OA\Property(description: 'Readings in a row without a price.')] public int $failures,
        #[OA\Property(description: 'Why its site is not asked at the moment.', ref: Message::class, nullable: true)]
        public ?Message $site_problem,
        #[OA\Property(description: 'What the name of its site really is, where it is written with other letters.', ref: Message::class, nullable: true)]
        public ?Message $site_warning,
    ) {
    }

    public static function of(Watch $watch, ?string $landed): self
    {
        $latest = $watch->latest;

        return new self(
            $watch->id,
            $watch->listing === null ? null : WatchedListing::of($watch->listing),
            $watch->listing === null && $watch->proposedListing !== null
                ? WatchedListing::of($watch->proposedListing)
                : null,
            $watch->site_id,
            $watch->site->host,
            $watch->url,
            $watch->variant,
            $watch->note,
            $watch->schedule,
            $watch->active_until,
            $watch->is_paused,
            $watch->state->value,
            $watch->due_at?->toRfc3339String(),
            $watch->asked_at !== null,
            $latest?->reading,
            $latest?->readAt->toRfc3339String(),
            $latest?->verdict->value,
            FoundOfferResource::of($latest?->offer),
            $latest?->problem,
            array_map(fn (Doubt $doubt) => $doubt->value, $latest->doubts ?? []),
            $latest->variants ?? [],
            $latest?->currency,
            FoundOfferResource::of($watch->good),
            $landed,
            $landed === null ? self::notCounted($watch) : null,
            $watch->failures,
            $watch->site->problem(),
            $watch->site->warning(),
        );
    }

    private static function notCounted(Watch $watch): ?Message
    {
        $listing = $watch->listing;

        return match (true) {
            $watch->good === null || $watch->is_paused || $listing === null => null,
            $watch->site->is_own => Message::of('watch_own_page'),
            $watch->is_source => Message::of('watch_is_source'),
            $watch->good->currency !== $listing->channel->currency => Message::of(
                'watch_no_rate',
                from: $watch->good->currency,
                to: $listing->channel->currency,
            ),
            default => null,
        };
    }
}
