<?php

declare(strict_types=1);

namespace App\Watching\Http;

use App\Support\Messages\Message;
use App\Watching\Models\Site;
use OpenApi\Attributes as OA;
use Wrasse\Core\Money\Currency;

/** Another shop whose pages are read, with what is said of it. */
#[OA\Schema(schema: 'Site')]
final readonly class SiteResource
{
    public function __construct(
        #[OA\Property] public int $id,
        #[OA\Property(description: 'What rules call the seller.')] public string $host,
        #[OA\Property] public string $name,
        #[OA\Property(description: 'Pages that are read.')] public int $watches,
        #[OA\Property(description: 'Of them: those whose price counts.')] public int $counting,
        #[OA\Property(description: 'Of them: those of which nobody has said whether they are right.')] public int $unconfirmed,
        #[OA\Property(description: 'Of them: those whose last reading is doubtful.')] public int $doubtful,
        #[OA\Property(description: 'Of them: those whose last reading found no price.')] public int $failing,
        #[OA\Property(description: 'How many need a person; one where the site itself has changed.')] public int $attention,
        #[OA\Property(description: 'Whether so many fail that the site itself has probably changed.')]
        public bool $is_failing,
        #[OA\Property(format: 'date-time')] public ?string $read_at,
        #[OA\Property(description: 'Why it is not asked at the moment.', ref: Message::class, nullable: true)]
        public ?Message $problem,
        #[OA\Property(description: 'What its name really is, where it is written with other letters.', ref: Message::class, nullable: true)]
        public ?Message $warning,
        #[OA\Property] public bool $is_paused,
        #[OA\Property(description: 'Between two requests, at least.')] public int $delay_seconds,
        #[OA\Property(description: 'Requests a day, at most.')] public int $daily_requests,
        #[OA\Property(description: 'Requests today, in UTC.')] public int $requests,
        #[OA\Property(description: 'A price that moves by more is doubtful.')] public int $doubt_percent,
        #[OA\Property(description: 'Our own shop: never compared with.')] public bool $is_own,
        #[OA\Property(description: 'ISO 4217, of prices whose page does not say, and of the shipping terms.')]
        public ?string $currency,
        #[OA\Property(description: 'Whether prices include tax where the page does not say; null: as ours.')]
        public ?bool $tax_included,
        #[OA\Property(description: 'Where the page does not say; null: not known.')] public ?string $shipping,
        #[OA\Property(description: 'The price from which there is no shipping charge.')] public ?string $free_shipping_from,
        #[OA\Property(description: 'Through which it is asked; null: directly.')] public ?string $proxy,
        #[OA\Property] public ?string $proxy_user,
        #[OA\Property(description: 'Whether one is kept; it is never shown.')] public bool $has_proxy_password,
        #[OA\Property(description: 'Number of the recipe its pages are read by; null: none.')] public ?int $recipe_number,
        /** @var array<string, mixed>|null */
        #[OA\Property(description: 'The recipe.', type: 'object', nullable: true)] public ?array $recipe,
        #[OA\Property] public int $revision,
    ) {
    }

    public static function of(Site $site, SiteCounts $counts): self
    {
        $amount = fn (?int $minor): ?string => $minor === null || $site->currency === null
            ? null
            : Currency::of($site->currency)->format($minor);

        return new self(
            $site->id,
            $site->host,
            $site->name,
            $counts->watches,
            $counts->counting,
            $counts->unconfirmed,
            $counts->doubtful,
            $counts->failing,
            $counts->attention(),
            $counts->isFailing(),
            $counts->readAt?->toRfc3339String(),
            $site->problem(),
            $site->warning(),
            $site->paused_at !== null,
            $site->delay_seconds,
            $site->daily_requests,
            $site->requests_on === now()->utc()->toDateString() ? $site->requests : 0,
            $site->doubt_percent,
            $site->is_own,
            $site->currency,
            $site->tax_included,
            $amount($site->shipping_minor),
            $amount($site->free_shipping_from_minor),
            $site->proxy_address,
            $site->proxy_user,
            $site->proxy_password !== null,
            $site->recipe?->number,
            $site->recipe?->document,
            $site->revision,
        );
    }
}
