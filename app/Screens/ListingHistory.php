<?php

declare(strict_types=1);

namespace App\Screens;

use App\Catalogue\Models\Listing;
use App\Market\ListingObservations;
use App\Market\Models\Rival;
use App\Market\ObservedOffers;
use App\Publishing\Models\ChangeState;
use App\Screens\Http\HistoryChange;
use App\Screens\Http\ListingHistoryResource;
use Carbon\CarbonImmutable;
use Generator;
use Illuminate\Support\Facades\DB;
use stdClass;
use Wrasse\Core\Money\Currency;

/**
 * What was seen of a listing and its market over time. Rivals' figures are comparable offers, with shipping, less our
 * own shipping.
 */
final readonly class ListingHistory
{
    private const RIVALS = 6;

    /** The latest of price and limit changes, in one chart. */
    private const CHANGES = 2_000;

    private Currency $currency;

    private ListingObservations $observations;

    public function __construct(private Listing $listing)
    {
        $this->currency = Currency::of($listing->channel->currency);
        $this->observations = new ListingObservations($listing);
    }

    public function since(CarbonImmutable $since): ListingHistoryResource
    {
        [$observations, $step] = $this->observations->thinned($since);
        $points = $this->withLimits(array_map($this->point(...), $observations), $since);
        $rivals = $this->oftenest($points);

        return new ListingHistoryResource(
            $this->currency->code,
            array_map(fn (array $point) => array_diff_key($point, ['rivals' => true]), $points),
            $rivals,
            $this->changes($since),
            $this->sales($since),
            $step,
        );
    }

    /**
     * @return Generator<array{
     *     at: int,
     *     price: string,
     *     lowest: string|null,
     *     buy_box: string|null,
     *     floor: string|null,
     *     ceiling: string|null,
     *     rivals: array<string, string>,
     * }> however many there are
     */
    public function allPoints(CarbonImmutable $since): Generator
    {
        foreach ($this->observations->all($since) as $seen) {
            yield $this->point($seen);
        }
    }

    /**
     * @return array{
     *     at: int,
     *     price: string,
     *     lowest: string|null,
     *     buy_box: string|null,
     *     floor: string|null,
     *     ceiling: string|null,
     *     rivals: array<string, string>,
     * }
     */
    private function point(stdClass $seen): array
    {
        [$lowest, $buyBox, $rivals] = $this->figures((string) $seen->offers);

        return [
            'at' => CarbonImmutable::parse($seen->observed_at)->getTimestamp(),
            'price' => $this->currency->format($seen->price_minor),
            'lowest' => $this->amount($lowest),
            // While it is ours, no rival has it.
            'buy_box' => $this->amount($seen->holds_buy_box === true ? $seen->price_minor : $buyBox),
            'floor' => $this->amount($seen->floor_minor),
            'ceiling' => $this->amount($seen->ceiling_minor),
            'rivals' => array_map($this->currency->format(...), $rivals),
        ];
    }

    private function amount(?int $minor): ?string
    {
        return $minor === null ? null : $this->currency->format($minor);
    }

    /** @return list<array<string, mixed>> */
    public function sales(CarbonImmutable $since): array
    {
        return array_values(
            DB::table('sales_days')
                ->where('listing_id', $this->listing->id)
                ->where('workspace_id', $this->listing->workspace_id)
                ->where('day', '>=', $since->toDateString())
                ->orderBy('day')
                ->get(['day', 'units', 'in_stock'])
                ->map(fn (stdClass $day) => (array) $day)
                ->all(),
        );
    }

    /** @return list<HistoryChange> the latest of those that reached the channel, or did not */
    public function changes(CarbonImmutable $since): array
    {
        $changes = DB::table('price_changes')
            ->where('listing_id', $this->listing->id)
            ->where('workspace_id', $this->listing->workspace_id)
            ->whereIn('state', [ChangeState::Confirmed, ChangeState::Refused, ChangeState::Failed])
            ->where('settled_at', '>=', $since)
            ->orderByDesc('id')
            ->limit(self::CHANGES)
            ->get(['id', 'settled_at', 'from_minor', 'to_minor', 'state'])
            ->reverse();

        return array_values(
            $changes
                ->map(
                    fn (stdClass $change) => new HistoryChange(
                        $change->id,
                        CarbonImmutable::parse($change->settled_at)->getTimestamp(),
                        $this->currency->format($change->from_minor),
                        $this->currency->format($change->to_minor),
                        $change->state,
                    ),
                )
                ->all(),
        );
    }

    /** @return list<array{at: int, floor: string|null, ceiling: string|null}> the latest of them */
    public function limitChanges(CarbonImmutable $since): array
    {
        $changes = DB::table('limit_changes')
            ->where('listing_id', $this->listing->id)
            ->where('workspace_id', $this->listing->workspace_id)
            ->where('changed_at', '>=', $since)
            ->orderByDesc('id')
            ->limit(self::CHANGES)
            ->get(['changed_at', 'floor_minor', 'ceiling_minor'])
            ->reverse();

        return array_values(
            $changes
                ->map(
                    fn (stdClass $change) => [
                        'at' => CarbonImmutable::parse($change->changed_at)->getTimestamp(),
                        'floor' => $this->amount($change->floor_minor),
                        'ceiling' => $this->amount($change->ceiling_minor),
                    ],
                )
                ->all(),
        );
    }

    /**
     * Limits also change while the market stands still; the other figures then are as they were last seen.
     *
     * @param  list<array{
     *     at: int,
     *     price: string,
     *     lowest: string|null,
     *     buy_box: string|null,
     *     floor: string|null,
     *     ceiling: string|null,
     *     rivals: array<string, string>,
     * }>  $points
     * @return list<array{
     *     at: int,
     *     price: string,
     *     lowest: string|null,
     *     buy_box: string|null,
     *     floor: string|null,
     *     ceiling: string|null,
     *     rivals: array<string, string>,
     * }>
     */
    private function withLimits(array $points, CarbonImmutable $since): array
    {
        $merged = [];
        $next = 0;
        $last = [
            'price' => $this->currency->format($this->listing->price_minor),
            'lowest' => null,
            'buy_box' => null,
            'rivals' => [],
        ];
        foreach ($this->limitChanges($since) as $change) {
            for (; isset($points[$next]) && $points[$next]['at'] <= $change['at']; $next++) {
                $merged[] = $last = $points[$next];
            }
            $merged[] = [...$last, ...$change];
        }

        return [...$merged, ...array_slice($points, $next)];
    }

    /**
     * The rivals that were there most often, each with its figure at every point.
     *
     * @param  list<array{rivals: array<string, string>, ...}>  $points
     * @return list<array{seller: string, name: string, is_web: bool, figures: list<string|null>}>
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
        $rivals = Rival::onChannel($this->listing->channel_id)->whereIn('seller', $sellers)->get()->keyBy('seller');

        return array_map(
            fn (string $seller) => [
                'seller' => $seller,
                'name' => $rivals[$seller]->name ?? $seller,
                'is_web' => isset($rivals[$seller]) && $rivals[$seller]->channel_id === null,
                'figures' => array_map(fn (array $point) => $point['rivals'][$seller] ?? null, $points),
            ],
            $sellers,
        );
    }

    /** @return array{int|null, int|null, array<string, int>} lowest, buy box, by seller */
    private function figures(string $json): array
    {
        $lowest = $buyBox = null;
        $rivals = [];
        $offers = ObservedOffers::comparable(
            $json,
            $this->listing->condition,
            $this->listing->shipping_minor,
            $this->currency,
        );
        foreach ($offers as ['seller' => $seller, 'figure' => $figure, 'buy_box' => $holdsBuyBox]) {
            $rivals[$seller] = min($figure, $rivals[$seller] ?? $figure);
            $lowest = min($figure, $lowest ?? $figure);
            $buyBox = $holdsBuyBox ? $figure : $buyBox;
        }

        return [$lowest, $buyBox, $rivals];
    }
}
