<?php

declare(strict_types=1);

namespace App\Market\Actions;

use App\Accounts\Models\Workspace;
use App\Catalogue\Fees\SaleTerms;
use App\Market\Events\MarketObserved;
use App\Market\WebOffers;
use App\Support\Database\IdArray;
use Carbon\CarbonImmutable;
use Illuminate\Support\Facades\DB;
use stdClass;

/**
 * Makes what pages of other shops offer part of the markets of listings.
 *
 * @phpstan-import-type Entry from WebOffers
 */
final readonly class RecordWebOffers
{
    private const TIME = 'Y-m-d H:i:s.uP';

    /** @param  array<int, list<Entry>>  $offers  all there are now, by listing */
    public function handle(Workspace $workspace, array $offers): void
    {
        DB::transaction(function () use ($workspace, $offers): void {
            $now = CarbonImmutable::now();
            $sale = new SaleTerms($workspace);
            $web = new WebOffers($sale->conversions);
            $moved = $observations = [];
            foreach ($this->held($workspace->id, array_keys($offers)) as $listing) {
                $terms = $sale->of($listing->channel_id, $listing->category);
                $entries = array_map(function (array $entry) use ($web, $terms): array {
                    $offer = $web->offer($entry, $terms);

                    return [...$entry, 'observed' => $offer === null ? null : WebOffers::document($offer, $terms->currency)];
                }, $offers[$listing->id]);
                $isSame = self::terms(WebOffers::entries($listing->web)) === self::terms($entries);
                $json = json_encode($entries, JSON_THROW_ON_ERROR | JSON_UNESCAPED_UNICODE);
                DB::statement(
                    <<<'SQL'
                    INSERT INTO listing_markets AS m (listing_id, workspace_id, web, seen_at, changed_at)
                    VALUES (?, ?, ?, ?, ?)
                    ON CONFLICT (listing_id) DO UPDATE
                    SET web = excluded.web,
                        changed_at = CASE WHEN ? THEN m.changed_at ELSE excluded.changed_at END,
                        to_gather = m.to_gather OR NOT ?
                    SQL,
                    [$listing->id, $workspace->id, $json, $now->format(self::TIME), $now->format(self::TIME), $isSame, $isSame],
                );
                if (! $isSame) {
                    $moved[] = $listing->id;
                    $observations[] = RecordObservation::row(
                        $listing->id,
                        $workspace->id,
                        $listing->price_minor,
                        $listing->floor_minor,
                        $listing->ceiling_minor,
                        self::beside($listing->offers ?? '[]', $json),
                        $now,
                        $listing->holds_buy_box,
                    );
                }
            }
            RecordObservation::rows($observations);
            if ($moved !== []) {
                event(new MarketObserved($workspace->id, $moved));
            }
        });
    }

    /**
     * Offers of a marketplace with those of the web, as an observation has them.
     *
     * @param  string  $offers  JSON
     * @param  string|null  $web  JSON, as listing_markets has it
     */
    public static function beside(string $offers, ?string $web): string
    {
        $observed = array_values(array_filter(array_column(WebOffers::entries($web), 'observed')));

        return $observed === []
            ? $offers
            : json_encode(
                [...json_decode($offers, true, 8, JSON_THROW_ON_ERROR), ...$observed],
                JSON_THROW_ON_ERROR | JSON_UNESCAPED_UNICODE,
            );
    }

    /**
     * What of them matters: not when they were seen.
     *
     * @param  list<array<string, mixed>>  $entries
     * @return list<array<string, mixed>>
     */
    private static function terms(array $entries): array
    {
        return array_map(fn (array $entry) => self::sorted(array_diff_key($entry, ['seen_at' => true])), $entries);
    }

    /**
     * The database has keys in an order of its own.
     *
     * @param  array<string, mixed>  $entry
     * @return array<string, mixed>
     */
    private static function sorted(array $entry): array
    {
        ksort($entry);

        return array_map(function (mixed $value): mixed {
            if (is_array($value)) {
                ksort($value);
            }

            return $value;
        }, $entry);
    }

    /**
     * @param  list<int>  $listingIds
     * @return list<stdClass>
     */
    private function held(int $workspaceId, array $listingIds): array
    {
        DB::select(
            'SELECT FROM listings WHERE workspace_id = ? AND id = ANY(?) ORDER BY id FOR NO KEY UPDATE',
            [$workspaceId, IdArray::of($listingIds)],
        );

        return DB::select(
            <<<'SQL'
            SELECT l.id, l.channel_id, p.category, l.price_minor, l.floor_minor, l.ceiling_minor, l.holds_buy_box, m.offers, m.web
            FROM listings l
            JOIN products p ON p.id = l.product_id
            LEFT JOIN listing_markets m ON m.listing_id = l.id
            WHERE l.workspace_id = ? AND l.id = ANY(?)
            ORDER BY l.id
            SQL,
            [$workspaceId, IdArray::of($listingIds)],
        );
    }
}
