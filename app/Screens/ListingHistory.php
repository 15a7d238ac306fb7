<?php

declare(strict_types=1);

namespace App\Screens;

use App\Catalogue\Models\Listing;
use App\Screens\Http\HistoryChange;
use App\Screens\Http\ListingHistoryResource;
use Carbon\CarbonImmutable;
use Illuminate\Support\Facades\DB;
use stdClass;
use Wrasse\Core\Market\Basis;
use Wrasse\Core\Money\Currency;

/** What was seen of a listing and its market over time. Rivals' figures are comparable offers, with shipping, less our own shipping. */
final readonly class ListingHistory
{
    private const RIVALS = 6;

    public function __construct(private Listing $listing)
    {
    }

    public function since(CarbonImmutable $since): ListingHistoryResource
    {
        $currency = Currency::of($this->listing->channel->currency);
        $points = [];
        $observations = DB::table('market_observations')
            ->where('listing_id', $this->listing->id)
            ->where('workspace_id', $this->listing->workspace_id)
            ->where('observed_at', '>=', $since)
            ->orderBy('observed_at')
            ->get(['observed_at', 'price_minor', 'floor_minor', 'ceiling_minor', 'offers']);
        foreach ($observations as $seen) {
            [$lowest, $buyBox, $rivals] = $this->figures((string) $seen->offers, $currency);
            $points[] = [
                'at' => CarbonImmutable::parse($seen->observed_at)->getTimestamp(),
                'price' => $currency->format($seen->price_minor),
                'lowest' => $lowest === null ? null : $currency->format($lowest),
                'buy_box' => $buyBox === null ? null : $currency->format($buyBox),
                'floor' => $seen->floor_minor === null ? null : $currency->format($seen->floor_minor),
                'ceiling' => $seen->ceiling_minor === null ? null : $currency->format($seen->ceiling_minor),
                'rivals' => array_map($currency->format(...), $rivals),
            ];
        }
        $points = $this->withLimits($points, $since, $currency);
        $sales = DB::table('sales_days')
            ->where('listing_id', $this->listing->id)
            ->where('workspace_id', $this->listing->workspace_id)
            ->where('day', '>=', $since->toDateString())
            ->orderBy('day')
            ->get(['day', 'units', 'in_stock'])
            ->map(fn ($day) => (array) $day)
            ->all();

        $rivals = $this->oftenest($points);
        $points = array_map(fn (array $point) => array_diff_key($point, ['rivals' => true]), $points);

        return new ListingHistoryResource(
            $currency->code,
            $points,
            $rivals,
            $this->changes($since, $currency),
            array_values($sales),
        );
    }

    /** @return list<HistoryChange> those that reached the channel, or did not */
    private function changes(CarbonImmutable $since, Currency $currency): array
    {
        $changes = DB::table('price_changes')
            ->where('listing_id', $this->listing->id)
            ->where('workspace_id', $this->listing->workspace_id)
            ->whereIn('state', ['confirmed', 'refused', 'drifted'])
            ->where('settled_at', '>=', $since)
            ->orderBy('id')
            ->get(['id', 'settled_at', 'from_minor', 'to_minor', 'state']);

        return array_values(
            $changes
                ->map(
                    fn (stdClass $change) => new HistoryChange(
                        $change->id,
                        CarbonImmutable::parse($change->settled_at)->getTimestamp(),
                        $currency->format($change->from_minor),
                        $currency->format($change->to_minor),
                        $change->state,
                    ),
                )
                ->all(),
        );
    }

    /**
     * Limits also change while the market stands still; the other figures then are as they were last seen.
     *
     * @param  list<array{at: int, price: string, lowest: string|null, buy_box: string|null, floor: string|null, ceiling: string|null, rivals: array<string, string>}>  $points
     * @return list<array{at: int, price: string, lowest: string|null, buy_box: string|null, floor: string|null, ceiling: string|null, rivals: array<string, string>}>
     */
    private function withLimits(array $points, CarbonImmutable $since, Currency $currency): array
    {
        $changes = DB::table('limit_changes')
            ->where('listing_id', $this->listing->id)
            ->where('workspace_id', $this->listing->workspace_id)
            ->where('changed_at', '>=', $since)
            ->orderBy('id')
            ->get(['changed_at', 'floor_minor', 'ceiling_minor']);
        $amount = fn (?int $minor) => $minor === null ? null : $currency->format($minor);
        $merged = [];
        $last = [
            'price' => $currency->format($this->listing->price_minor),
            'lowest' => null,
            'buy_box' => null,
            'rivals' => [],
        ];
        foreach ($changes as $change) {
            $at = CarbonImmutable::parse($change->changed_at)->getTimestamp();
            while ($points !== [] && $points[0]['at'] <= $at) {
                $merged[] = $last = array_shift($points);
            }
            $merged[] = [
                ...$last,
                'at' => $at,
                'floor' => $amount($change->floor_minor),
                'ceiling' => $amount($change->ceiling_minor),
            ];
        }

        return [...$merged, ...$points];
    }

    /**
     * The rivals that were there most often, each with its figure at every point.
     *
     * @param  list<array{rivals: array<string, string>, ...}>  $points
     * @return list<array{seller: string, name: string, figures: list<string|null>}>
     */
    private function oftenest(array $points): array
    {
        $times = array_count_values(
            array_merge(
                ...array_map(fn (array $point) => array_map(strval(...), array_keys($point['rivals'])), $points),
            ),
        );
        arsort($times);
        $sellers = array_map(strval(...), array_keys(array_slice($times, 0, self::RIVALS, true)));
        $names = DB::table('rivals')
            ->where('channel_id', $this->listing->channel_id)
            ->whereIn('seller', $sellers)
            ->pluck('name', 'seller');

        return array_map(
            fn (string $seller) => [
                'seller' => $seller,
                'name' => (string) ($names[$seller] ?? $seller),
                'figures' => array_map(fn (array $point) => $point['rivals'][$seller] ?? null, $points),
            ],
            $sellers,
        );
    }

    /** @return array{int|null, int|null, array<string, int>} lowest, buy box, by seller */
    private function figures(string $json, Currency $currency): array
    {
        $lowest = $buyBox = null;
        $rivals = [];
        /** @var list<array<string, mixed>> $offers */
        $offers = json_decode($json, true, 8, JSON_THROW_ON_ERROR);
        foreach ($offers as $offer) {
            if (($offer['condition'] ?? 'new') !== $this->listing->condition || ! ($offer['in_stock'] ?? true)) {
                continue;
            }
            $landed = Basis::Landed->figure(
                $currency->parse((string) $offer['price']),
                $currency->parse((string) ($offer['shipping'] ?? '0')),
            );
            $figure = Basis::Landed->itemPrice($landed, $this->listing->shipping_minor);
            $rivals[$offer['seller']] = min($figure, $rivals[$offer['seller']] ?? $figure);
            $lowest = min($figure, $lowest ?? $figure);
            $buyBox = $offer['buy_box'] ?? false ? $figure : $buyBox;
        }

        return [$lowest, $buyBox, $rivals];
    }
}
