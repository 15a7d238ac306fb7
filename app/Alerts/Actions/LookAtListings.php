<?php

declare(strict_types=1);

namespace App\Alerts\Actions;

use App\Accounts\Models\Workspace;
use App\Alerts\ActiveAlerts;
use App\Alerts\Models\Alert;
use App\Alerts\Models\AlertNotice;
use App\Alerts\MomentDocument;
use App\Alerts\Moments;
use App\Catalogue\Models\Listing;
use App\Support\Live\Announce;
use App\Support\Live\Topic;
use Carbon\CarbonImmutable;
use Illuminate\Support\Facades\DB;
use stdClass;
use Wrasse\Core\Alert\Condition;
use Wrasse\Core\Alert\Finding;
use Wrasse\Core\Alert\MarketMoment;
use Wrasse\Core\Alert\Watcher;
use Wrasse\Core\Document\AlertReader;
use Wrasse\Core\Document\Node;
use Wrasse\Core\Money\Currency;

/**
 * Looks at listings that have changed, and keeps what is to be told with where it goes. All of it is one transaction
 * with the forgetting of what there was to look at: a process that dies has neither told anything nor lost it.
 */
final class LookAtListings
{
    private const AT_ONCE = 500;

    /** A number of its own among the advisory locks. */
    private const LOCK = 7_201;

    private const TIME = 'Y-m-d H:i:s.uP';

    /** Conditions that are kept read. */
    private const MOST_READ = 1_000;

    /** @var array<string, Condition> by currency and document: many alerts have the same */
    private array $conditions = [];

    /** @var array<string, string>|null names of sellers */
    private ?array $names = null;

    public function __construct(
        private readonly ActiveAlerts $alerts,
        private readonly Moments $moments,
        private readonly Tell $tell,
    ) {
    }

    /** @return bool whether there may be more */
    public function handle(Workspace $workspace): bool
    {
        return DB::transaction(function () use ($workspace): bool {
            // One at a time: of two that look at the same listing, both would tell the same.
            DB::select('SELECT pg_advisory_xact_lock(?, ?)', [self::LOCK, $workspace->id]);
            $checks = DB::select(
                'SELECT id, listing_id FROM alert_checks WHERE workspace_id = ? ORDER BY id LIMIT ?',
                [$workspace->id, self::AT_ONCE],
            );
            if ($checks === []) {
                return false;
            }
            $this->look($workspace, array_values(array_unique(array_column($checks, 'listing_id'))));
            DB::table('alert_checks')->where('workspace_id', $workspace->id)->whereIn('id', array_column($checks, 'id'))->delete();

            return count($checks) === self::AT_ONCE;
        });
    }

    /** @param  list<int>  $listingIds */
    private function look(Workspace $workspace, array $listingIds): void
    {
        $moments = $this->moments->now($listingIds);
        $alerts = $this->alerts->on(array_map(fn (array $one): Listing => $one[0], $moments));
        $looks = $this->looks($workspace, $alerts);
        $now = CarbonImmutable::now();
        $kept = $told = [];
        foreach ($alerts as $listingId => $some) {
            [$listing, $moment] = $moments[$listingId];
            foreach ($some as $alert) {
                $before = $looks["{$alert->id}:{$listingId}"] ?? null;
                $watcher = $this->watcher($alert, $listing, $before);
                if ($watcher === null) {
                    continue;
                }
                $found = $watcher->look($moment, fn (int $days): ?MarketMoment => $this->moments->daysAgo($listing, $days));
                $isTold = $found !== [] && $this->isTold($alert, $before, $now, $workspace);
                if ($isTold) {
                    $told[] = [$alert, $listing, $this->notice($found, $moment, $listing)];
                }
                $kept[] = [
                    'alert_id' => $alert->id,
                    'listing_id' => $listingId,
                    'workspace_id' => $workspace->id,
                    'moment' => MomentDocument::write($moment),
                    'standing' => json_encode($watcher->standing, JSON_THROW_ON_ERROR),
                    'told_at' => $isTold ? $now->format(self::TIME) : $before?->told_at,
                ];
            }
        }
        foreach (array_chunk($kept, self::AT_ONCE) as $rows) {
            DB::table('alert_looks')->upsert($rows, ['alert_id', 'listing_id'], ['moment', 'standing', 'told_at']);
        }
        $this->tell->handle($workspace, $told, $now);
        if ($told !== []) {
            Announce::change($workspace->id, Topic::Alerts);
        }
    }

    /**
     * @param  array<int, list<Alert>>  $alerts  by listing
     * @return array<string, stdClass> the last ones, by alert and listing
     */
    private function looks(Workspace $workspace, array $alerts): array
    {
        $looks = [];
        $rows = DB::table('alert_looks')
            ->where('workspace_id', $workspace->id)
            ->whereIn('listing_id', array_keys($alerts))
            ->get(['alert_id', 'listing_id', 'moment', 'standing', 'told_at']);
        foreach ($rows as $row) {
            $looks["{$row->alert_id}:{$row->listing_id}"] = $row;
        }

        return $looks;
    }

    /** @return Watcher|null null: its amounts are in another currency than the listing's prices */
    private function watcher(Alert $alert, Listing $listing, ?stdClass $before): ?Watcher
    {
        if ($alert->currency !== $listing->channel->currency && AlertReader::hasAmounts($alert->condition)) {
            return null;
        }
        $key = $alert->currency.$alert->getRawOriginal('condition');
        if (! isset($this->conditions[$key])) {
            $this->conditions = count($this->conditions) < self::MOST_READ ? $this->conditions : [];
            $this->conditions[$key] = (new AlertReader(Currency::of($alert->currency)))->read(Node::of($alert->condition));
        }

        return new Watcher(
            $this->conditions[$key],
            $before === null ? null : MomentDocument::read($before->moment),
            $before === null ? [] : json_decode($before->standing, true, 4, JSON_THROW_ON_ERROR),
            $alert->onlySeller(),
        );
    }

    private function isTold(Alert $alert, ?stdClass $before, CarbonImmutable $now, Workspace $workspace): bool
    {
        $isTooSoon = $alert->again_hours > 0
            && $before?->told_at !== null
            && CarbonImmutable::parse($before->told_at)->addHours($alert->again_hours) > $now;

        return ! $isTooSoon && ! $alert->isSilent($now, $workspace->time_zone);
    }

    /** @param  list<Finding>  $found */
    private function notice(array $found, MarketMoment $moment, Listing $listing): AlertNotice
    {
        $this->names ??= DB::table('rivals')->where('workspace_id', $listing->workspace_id)->pluck('name', 'seller')->all();

        return AlertNotice::about($found, $moment, Currency::of($listing->channel->currency), $this->names);
    }
}
