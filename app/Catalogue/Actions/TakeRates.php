<?php

declare(strict_types=1);

namespace App\Catalogue\Actions;

use App\Accounts\Models\Workspace;
use App\Catalogue\Currencies\Conversions;
use App\Catalogue\Currencies\ForeignCosts;
use App\Catalogue\Currencies\PublishedRate;
use App\Catalogue\Events\Cause;
use App\Catalogue\Events\ListingsTouched;
use App\Catalogue\Events\RatesChanged;
use App\Catalogue\Models\ExchangeRate;
use App\Catalogue\Models\RateInUse;
use App\Support\Live\Announce;
use App\Support\Live\Topic;
use Illuminate\Support\Facades\DB;
use Wrasse\Core\Money\Percent;

/**
 * Keeps rates that were published, and converts costs at the latest of each pair where it is further from the one in
 * use than the workspace's step: floors are not worked out again at every tick. One that is so far away that floors
 * would move by more than the workspace wants waits for a person.
 */
final readonly class TakeRates
{
    /**
     * @param  list<PublishedRate>  $rates
     * @return array{kept: int, used: int, asked: int} how many were new, are used from now on, wait for a person
     */
    public function handle(int $workspaceId, array $rates, string $source): array
    {
        return DB::transaction(function () use ($workspaceId, $rates, $source): array {
            // One after the other: which rate is in use is decided against the one before.
            $workspace = Workspace::query()->lockForUpdate()->findOrFail($workspaceId);
            $kept = $this->keep($workspaceId, $rates, $source);
            $touched = [];
            $asked = 0;
            foreach ($this->latest($rates) as $rate) {
                $became = $this->decide($workspace, $rate);
                if ($became === true) {
                    array_push($touched, $rate->base, $rate->quote);
                }
                $asked += $became === null ? 1 : 0;
            }
            $this->touch($workspace, array_values(array_unique($touched)));

            return ['kept' => $kept, 'used' => intdiv(count($touched), 2), 'asked' => $asked];
        });
    }

    /** Lets a rate be used that a person was asked about, or leaves the one in use and does not ask again about it. */
    public function answer(int $workspaceId, RateInUse $pair, bool $isUsed): void
    {
        DB::transaction(function () use ($workspaceId, $pair, $isUsed): void {
            $workspace = Workspace::query()->lockForUpdate()->findOrFail($workspaceId);
            $pair->refresh();
            $asked = $pair->asked;
            $pair->fill(['asked_rate_id' => null]);
            if ($asked === null || ! $isUsed) {
                $pair->save();
                Announce::change($workspaceId, Topic::Workspace);

                return;
            }
            $this->use($workspace, $pair, $asked);
            $this->touch($workspace, [$pair->base, $pair->quote]);
        });
    }

    /** Whether a rate has become old is known by the day alone: what may not be converted any more is priced anew. */
    public function age(Workspace $workspace): int
    {
        return DB::transaction(function () use ($workspace): int {
            $oldest = now($workspace->time_zone)->subDays($workspace->rate_days)->toDateString();
            $changed = DB::select(
                <<<'SQL'
                    UPDATE rates_in_use u
                    SET is_old = r.day < ?
                    FROM exchange_rates r
                    WHERE u.workspace_id = ? AND r.id = u.exchange_rate_id AND u.is_old <> (r.day < ?)
                    RETURNING u.base, u.quote
                    SQL,
                [$oldest, $workspace->id, $oldest],
            );
            if ($changed !== []) {
                $this->touch($workspace, array_values(array_unique([
                    ...array_column($changed, 'base'),
                    ...array_column($changed, 'quote'),
                ])));
            }

            return count($changed);
        });
    }

    /**
     * All that were ever published stay; one that comes once more is the latest of its day.
     *
     * @param  list<PublishedRate>  $rates
     * @return int how many were not known
     */
    private function keep(int $workspaceId, array $rates, string $source): int
    {
        $known = ExchangeRate::query()->count();
        foreach (array_chunk($rates, 1_000) as $some) {
            $rows = [];
            foreach ($some as $rate) {
                $rows["{$rate->base}{$rate->quote}{$rate->day}".Conversions::plain($rate->rate)] = [
                    'workspace_id' => $workspaceId,
                    'base' => $rate->base,
                    'quote' => $rate->quote,
                    'rate' => $rate->rate,
                    'day' => $rate->day,
                    'source' => $source,
                    'created_at' => now()->format('Y-m-d H:i:s.uP'),
                ];
            }
            DB::table('exchange_rates')->upsert(
                array_values($rows),
                ['workspace_id', 'base', 'quote', 'day', 'source', 'rate'],
                ['created_at'],
            );
        }

        return ExchangeRate::query()->count() - $known;
    }

    /**
     * Of each pair that came in the one of the last day; of several for it the one that came last.
     *
     * @param  list<PublishedRate>  $rates
     * @return list<ExchangeRate>
     */
    private function latest(array $rates): array
    {
        $pairs = [];
        foreach ($rates as $rate) {
            $pairs[$rate->base.$rate->quote] = [$rate->base, $rate->quote];
        }
        ksort($pairs);

        return array_values(
            array_map(
                fn (array $pair) => ExchangeRate::latestFirst($pair[0], $pair[1])->firstOrFail(),
                $pairs,
            ),
        );
    }

    /** @return bool|null true: used from now on; false: the one in use holds still; null: a person is asked */
    private function decide(Workspace $workspace, ExchangeRate $latest): ?bool
    {
        $pair = RateInUse::query()->firstOrNew(['base' => $latest->base, 'quote' => $latest->quote]);
        if (! $pair->exists) {
            $this->use($workspace, $pair, $latest);

            return true;
        }
        if ($pair->rate->day > $latest->day) {
            return false;
        }
        $rate = Conversions::rate($latest);
        $used = Conversions::rate($pair->rate);
        if ($rate->hasMovedFrom($used, Percent::parse($workspace->floor_alarm_percent))) {
            $pair->fill(['asked_rate_id' => $latest->id])->save();
            Announce::change($workspace->id, Topic::Workspace);

            return null;
        }
        // A rate that is old is followed by any that is newer.
        $isMoved = $pair->is_old || $rate->hasMovedFrom($used, Percent::parse($workspace->rate_step_percent));
        if ($isMoved || $rate->ratio == $used->ratio) {
            $this->use($workspace, $pair, $latest);
        }

        return $isMoved;
    }

    private function use(Workspace $workspace, RateInUse $pair, ExchangeRate $rate): void
    {
        $pair
            ->fill([
                'exchange_rate_id' => $rate->id,
                'used_since' => now(),
                'asked_rate_id' => null,
                'is_old' => (new Conversions($workspace))->isOld(Conversions::rate($rate)),
            ])
            ->save();
        $pair->setRelation('rate', $rate);
    }

    /** @param  list<string>  $currencies */
    private function touch(Workspace $workspace, array $currencies): void
    {
        if ($currencies !== []) {
            event(new RatesChanged($workspace->id, $currencies));
        }
        $listings = $currencies === [] ? [] : ForeignCosts::listings($workspace, $currencies);
        if ($listings !== []) {
            event(new ListingsTouched($workspace->id, $listings, Cause::Rates));
        }
        Announce::change($workspace->id, Topic::Workspace);
    }
}
