<?php

declare(strict_types=1);

namespace App\Screens\Breaches;

use Carbon\CarbonImmutable;
use Illuminate\Support\Facades\DB;
use OpenApi\Attributes as OA;
use stdClass;

/** What was seen of a price at its furthest off: the offer as it was observed, and the page as it was kept. */
#[OA\Schema(schema: 'PriceBreachEvidence')]
final readonly class BreachEvidence
{
    /** @param  array<string, mixed>|null  $offer */
    private function __construct(
        #[OA\Property(description: 'When the market was observed; null: that is not kept any more.', format: 'date-time')] public ?string $observed_at,
        /** @var array<string, mixed>|null */
        #[OA\Property(description: 'The offer as the channel told it; null: it is ours, or not kept any more.', type: 'object', nullable: true, additionalProperties: true)]
        public ?array $offer,
        #[OA\Property(description: 'Our own price then, without shipping, in minor units.')] public ?int $price_minor,
        #[OA\Property(description: 'The reading whose page shows it; null: it is from a marketplace, or not kept any more.')] public ?int $reading_id,
        #[OA\Property(description: 'The address of that page.')] public ?string $url,
    ) {
    }

    /** @param  stdClass  $breach  a row of BreachFilter */
    public static function of(stdClass $breach): self
    {
        $from = CarbonImmutable::parse($breach->worst_at);
        $observed = DB::selectOne(
            <<<'SQL'
            SELECT observed_at, price_minor, offers
            FROM market_observations
            WHERE listing_id = ? AND workspace_id = ? AND observed_at >= ? AND observed_at < ?
            ORDER BY observed_at
            LIMIT 1
            SQL,
            [$breach->listing_id, $breach->workspace_id, $from->toIso8601String(), $from->addSecond()->toIso8601String()],
        );
        $reading = $breach->is_web ? self::reading($breach, $from) : null;

        return new self(
            $observed === null ? null : CarbonImmutable::parse($observed->observed_at)->toRfc3339String(),
            $observed === null || $breach->seller === null ? null : self::offer((string) $observed->offers, $breach->seller),
            $observed?->price_minor,
            $reading?->id,
            $reading?->url,
        );
    }

    /** @return array<string, mixed>|null the lowest of a seller */
    private static function offer(string $json, string $seller): ?array
    {
        /** @var list<array<string, mixed>> $offers */
        $offers = json_decode($json, true, 8, JSON_THROW_ON_ERROR);
        $theirs = array_filter($offers, fn (array $offer): bool => $offer['seller'] === $seller);
        usort($theirs, fn (array $a, array $b): int => bccomp((string) $a['price'], (string) $b['price'], 4));

        return $theirs[0] ?? null;
    }

    /** The last one before that had a page. */
    private static function reading(stdClass $breach, CarbonImmutable $at): ?stdClass
    {
        return DB::selectOne(
            <<<'SQL'
            SELECT n.id, w.url
            FROM readings n
            JOIN watches w ON w.id = n.watch_id
            JOIN sites s ON s.id = w.site_id
            WHERE n.workspace_id = ? AND w.listing_id = ? AND s.host = ? AND n.read_at <= ? AND n.page_hash IS NOT NULL
                AND EXISTS (SELECT FROM stored_pages p WHERE p.workspace_id = n.workspace_id AND p.hash = n.page_hash)
            ORDER BY n.read_at DESC
            LIMIT 1
            SQL,
            [$breach->workspace_id, $breach->listing_id, $breach->seller, $at->addSecond()->toIso8601String()],
        );
    }
}
