<?php

declare(strict_types=1);

namespace App\Catalogue\Actions;

use App\Accounts\Models\Workspace;
use App\Catalogue\Currencies\ForeignCosts;
use App\Catalogue\Events\Cause;
use App\Catalogue\Events\ListingsTouched;
use App\Catalogue\Events\SwitchTurned;
use App\Catalogue\Models\Listing;
use App\Support\Http\DocumentField;
use App\Support\Http\PercentField;
use App\Support\Live\Announce;
use App\Support\Live\Topic;
use App\Support\Messages\Conflict;
use Illuminate\Support\Facades\DB;
use Illuminate\Validation\ValidationException;
use Wrasse\Core\Document\LimitsReader;
use Wrasse\Core\Document\Node;

/** Changes what holds for all listings: tax, limits, the main switch. */
final readonly class ChangeWorkspace
{
    /**
     * @param  array{
     *     tax_percent?: string,
     *     tax_included?: bool,
     *     repricing?: string,
     *     time_zone?: string,
     *     locale?: string,
     *     hand_price_stands?: string,
     *     hand_price_hours?: int,
     *     floor_alarm_percent?: string,
     *     brake_listings_percent?: string,
     *     brake_move_percent?: string,
     *     rate_margin_percent?: string,
     *     rate_step_percent?: string,
     *     rate_days?: int,
     *     old_rates?: string,
     *     rates_address?: string|null,
     *     freeze?: array{from: string, to: string, time_zone?: string}|null,
     *     limits?: array<mixed>,
     * }  $wanted
     * @param  int|null  $revision  the one that was edited; null: whatever it is
     *
     * @throws ValidationException
     * @throws Conflict if someone changed it meanwhile
     */
    public function handle(int $workspaceId, array $wanted, ?int $revision = null): Workspace
    {
        return DB::transaction(function () use ($workspaceId, $wanted, $revision): Workspace {
            $workspace = Workspace::query()->lockForUpdate()->findOrFail($workspaceId);
            foreach (
                [
                    'tax_percent' => 100,
                    'floor_alarm_percent' => 900,
                    'brake_listings_percent' => 100,
                    'brake_move_percent' => 900,
                    'rate_margin_percent' => 100,
                    'rate_step_percent' => 100,
                ] as $field => $most
            ) {
                if (isset($wanted[$field])) {
                    $wanted[$field] = PercentField::upTo($most, $field, $wanted[$field]);
                }
            }
            if (isset($wanted['limits'])) {
                $limits = Node::of($wanted['limits'], '$.limits');
                DocumentField::check(fn () => (new LimitsReader($workspace->money()))->read($limits));
            }
            $workspace->edit($wanted, $revision);
            $pricesMove = $workspace->isDirty(['tax_percent', 'tax_included', 'limits', 'repricing']);
            $ratesMove = $workspace->isDirty(['rate_margin_percent', 'rate_days', 'old_rates']);
            $isSwitched = $workspace->isDirty(['repricing', 'freeze', 'time_zone']);
            $workspace->save();
            if ($isSwitched) {
                event(new SwitchTurned($workspaceId));
            }
            if ($pricesMove) {
                event(new ListingsTouched($workspaceId, Listing::ids(), Cause::Limits));
            }
            if ($ratesMove) {
                $listings = ForeignCosts::all($workspace);
                event(new ListingsTouched($workspaceId, $listings, Cause::Rates));
                app(TakeRates::class)->age($workspace);
            }
            Announce::change($workspaceId, Topic::Workspace);

            return $workspace;
        });
    }
}
