<?php

declare(strict_types=1);

namespace App\Catalogue\Actions;

use App\Accounts\Models\Workspace;
use App\Catalogue\Events\Cause;
use App\Catalogue\Events\ListingsTouched;
use App\Catalogue\Fees\TaxRates;
use App\Catalogue\Models\TaxRate;
use App\Support\Live\Announce;
use App\Support\Live\Topic;
use App\Support\Messages\Message;
use Illuminate\Support\Facades\DB;
use Illuminate\Validation\ValidationException;

/**
 * Keeps what countries take of a sale from a day on. A decision goes by the tax of its own day; once the day of a rate
 * has come, the listings that it concerns are decided on again.
 */
final readonly class TakeTaxRates
{
    /** The earliest zone is this far ahead of UTC. */
    private const FURTHEST_AHEAD_HOURS = 14;

    /**
     * @param  array{country: string, category: string|null, percent: string, valid_from: string}  $wanted
     *
     * @throws ValidationException if there is one from that day
     */
    public function add(int $workspaceId, array $wanted): TaxRate
    {
        return DB::transaction(function () use ($workspaceId, $wanted): TaxRate {
            $workspace = $this->held($workspaceId);
            $same = array_diff_key($wanted, ['percent' => true]);
            if (TaxRate::query()->where($same)->exists()) {
                throw ValidationException::withMessages(['valid_from' => Message::of('tax_rate_from_that_day')]);
            }
            $rate = TaxRate::query()->create($wanted);
            $this->take($workspace);

            return $rate->refresh();
        });
    }

    /** What held before holds again. */
    public function remove(int $workspaceId, int $id): void
    {
        DB::transaction(function () use ($workspaceId, $id): void {
            $this->held($workspaceId);
            $rate = TaxRate::query()->findOrFail($id);
            $listings = $rate->taken_at === null ? [] : TaxRates::listings([$id]);
            $rate->delete();
            $this->touch($workspaceId, $listings);
        });
    }

    /** @return list<int> workspaces in which the day of a rate may have come */
    public static function due(): array
    {
        return array_values(
            DB::table('tax_rates')
                ->whereNull('taken_at')
                ->where('valid_from', '<=', now()->addHours(self::FURTHEST_AHEAD_HOURS)->toDateString())
                ->distinct()
                ->orderBy('workspace_id')
                ->pluck('workspace_id')
                ->map(intval(...))
                ->all(),
        );
    }

    /** Within the workspace. */
    public function takeDue(int $workspaceId): void
    {
        DB::transaction(fn () => $this->take($this->held($workspaceId)));
    }

    private function take(Workspace $workspace): void
    {
        $due = TaxRate::query()
            ->whereNull('taken_at')
            ->where('valid_from', '<=', now($workspace->time_zone)->toDateString());
        $ids = array_values($due->pluck('id')->all());
        TaxRate::query()->whereKey($ids)->update(['taken_at' => now()]);
        $this->touch($workspace->id, TaxRates::listings($ids));
    }

    /** One after the other: what holds is decided by all rates together. */
    private function held(int $workspaceId): Workspace
    {
        return Workspace::query()->lockForUpdate()->findOrFail($workspaceId);
    }

    /** @param  list<int>  $listings */
    private function touch(int $workspaceId, array $listings): void
    {
        if ($listings !== []) {
            event(new ListingsTouched($workspaceId, $listings, Cause::Fees));
        }
        Announce::change($workspaceId, Topic::Workspace);
    }
}
