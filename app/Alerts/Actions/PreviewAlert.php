<?php

declare(strict_types=1);

namespace App\Alerts\Actions;

use App\Alerts\ActiveAlerts;
use App\Alerts\Models\Alert;
use App\Alerts\Models\AlertNotice;
use App\Alerts\Moments;
use App\Alerts\Previewed;
use App\Alerts\PreviewedMessage;
use App\Catalogue\Models\Listing;
use App\Market\ListingObservations;
use Carbon\CarbonImmutable;
use Illuminate\Support\Facades\DB;
use Wrasse\Core\Alert\Condition;
use Wrasse\Core\Alert\MarketMoment;
use Wrasse\Core\Alert\Watcher;
use Wrasse\Core\Document\AlertReader;
use Wrasse\Core\Document\Node;
use Wrasse\Core\Money\Currency;

/** What an alert would have told in the last days, from what was observed. Limits and costs are taken as they are now. */
final readonly class PreviewAlert
{
    public const DAYS = 30;

    private const SECONDS = 3;

    private const MOST_SHOWN = 50;

    private const LISTINGS_AT_ONCE = 100;

    public function __construct(private Moments $moments)
    {
    }

    /** @param  Alert  $alert  it need not be saved */
    public function handle(Alert $alert): Previewed
    {
        $condition = (new AlertReader(Currency::of($alert->currency)))->read(Node::of($alert->condition));
        $hasAmounts = AlertReader::hasAmounts($alert->condition);
        $names = DB::table('rivals')->where('workspace_id', $alert->workspace_id)->pluck('name', 'seller')->all();
        $ids = ActiveAlerts::listings($alert)->orderBy('l.id')->pluck('l.id');
        $until = microtime(true) + self::SECONDS;
        $looked = 0;
        $told = [];
        foreach ($ids->chunk(self::LISTINGS_AT_ONCE) as $some) {
            $listings = Listing::query()->whereIn('id', $some)->with(['channel', 'product'])->orderBy('id')->get();
            foreach ($listings as $listing) {
                if (microtime(true) >= $until) {
                    break 2;
                }
                $looked++;
                if (! $hasAmounts || $listing->channel->currency === $alert->currency) {
                    array_push($told, ...$this->replay($alert, $condition, $listing, $names));
                }
            }
        }
        usort($told, fn (PreviewedMessage $a, PreviewedMessage $b): int => $b->at <=> $a->at);

        return new Previewed($ids->count(), $looked, count($told), array_slice($told, 0, self::MOST_SHOWN));
    }

    /**
     * @param  array<string, string>  $names
     * @return list<PreviewedMessage>
     */
    private function replay(Alert $alert, Condition $condition, Listing $listing, array $names): array
    {
        $watcher = new Watcher($condition, onlySeller: $alert->onlySeller());
        $since = CarbonImmutable::now()->subDays(self::DAYS);
        /** @var list<MarketMoment> $seen */
        $seen = [];
        $told = [];
        $silentUntil = 0;
        $atFloorSince = null;
        // What is held against some days ago needs what was before.
        foreach ((new ListingObservations($listing))->all($since->subDays(self::DAYS)) as $row) {
            $at = CarbonImmutable::parse($row->observed_at)->getTimestamp();
            $atFloorSince = $listing->floor_minor !== null && $row->price_minor <= $listing->floor_minor ? $atFloorSince ?? $at : null;
            $moment = $this->moments->observed($listing, $row, $atFloorSince === null ? [] : ['at_floor' => $atFloorSince]);
            $found = $watcher->look($moment, fn (int $days): ?MarketMoment => self::before($seen, $moment->at - $days * 86_400));
            $seen[] = $moment;
            if ($found === [] || $moment->at < $since->getTimestamp() || $moment->at < $silentUntil) {
                continue;
            }
            $silentUntil = $moment->at + $alert->again_hours * 3_600;
            $told[] = PreviewedMessage::of($listing, $moment->at, AlertNotice::about($found, $moment, Currency::of($listing->channel->currency), $names));
        }

        return $told;
    }

    /** @param  list<MarketMoment>  $seen  oldest first */
    private static function before(array $seen, int $at): ?MarketMoment
    {
        for ($i = count($seen) - 1; $i >= 0; $i--) {
            if ($seen[$i]->at <= $at) {
                return $seen[$i];
            }
        }

        return null;
    }
}
