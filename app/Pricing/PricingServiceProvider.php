<?php

declare(strict_types=1);

namespace App\Pricing;

use App\Accounts\Models\Workspace;
use App\Catalogue\Batches\FloorEffects;
use App\Catalogue\Edits\BulkEdits;
use App\Catalogue\Events\AllTouched;
use App\Catalogue\Events\ListingsTouched;
use App\Catalogue\Imports\RuleNames;
use App\Catalogue\Limits\ForeseesFloorMoves;
use App\Catalogue\Prices\HandPrices;
use App\Market\Events\MarketObserved;
use App\Market\Events\PriceChangedElsewhere;
use App\Pricing\Actions\DecideTouched;
use App\Pricing\Actions\HandleExternalPriceChange;
use App\Pricing\Actions\RequestDecisions;
use App\Pricing\Actions\SetPrices;
use App\Pricing\Actions\SweepPendingDecisions;
use App\Pricing\Actions\SweepStalledRuns;
use App\Pricing\Deciding\ForeseeFloorMoves;
use App\Pricing\Deciding\ForeseeFloors;
use App\Pricing\Edits\KnownRules;
use App\Pricing\Edits\SetRule;
use App\Pricing\Runs\RunProgress;
use App\Support\OpenApi\ApiDocument;
use App\Support\OpenApi\JsonSchemaFile;
use App\Support\Schedule\Sweeper;
use Illuminate\Support\Facades\Event;
use Illuminate\Support\ServiceProvider;

final class PricingServiceProvider extends ServiceProvider
{
    /** What the parts of a rule are called in the description of the API. */
    private const RULE_SCHEMAS = [
        '#' => 'RuleDocument',
        '#/oneOf/0' => 'CompetitiveRule',
        '#/oneOf/1' => 'SalesRule',
        '#/oneOf/2' => 'MarkupRule',
        '#/oneOf/3' => 'FormulaRule',
        '#/$defs/amount' => 'RuleAmount',
        '#/$defs/signedAmount' => 'RuleSignedAmount',
        '#/$defs/percent' => 'RulePercent',
        '#/$defs/reference' => 'RuleReference',
        '#/$defs/position' => 'RulePosition',
        '#/$defs/field' => 'RuleField',
        '#/$defs/adjust' => 'RuleHandicap',
        '#/$defs/ending' => 'RuleEnding',
        '#/$defs/endingsByCurrency' => 'RuleEndingsByCurrency',
        '#/$defs/brakes' => 'RuleBrakes',
        '#/$defs/band' => 'RuleBand',
        '#/$defs/tier' => 'RuleTier',
    ];

    public function register(): void
    {
        $this->app->tag([SetRule::class], BulkEdits::TAG);
        $this->app->tag([SweepPendingDecisions::class, SweepStalledRuns::class], Sweeper::TAG);
        $this->app->bind(HandPrices::class, SetPrices::class);
        $this->app->bind(FloorEffects::class, ForeseeFloors::class);
        $this->app->bind(ForeseesFloorMoves::class, ForeseeFloorMoves::class);
        $this->app->bind(RuleNames::class, KnownRules::class);
    }

    public function boot(): void
    {
        ApiDocument::include(new JsonSchemaFile(base_path('docs/schemas/rule.json'), self::RULE_SCHEMAS));
        Event::listen(ListingsTouched::class, fn (ListingsTouched $event) => app(DecideTouched::class)->handle($event));
        Event::listen(
            AllTouched::class,
            fn (AllTouched $event) => app(RunProgress::class)->told(
                Workspace::query()->findOrFail($event->workspaceId),
                $event->key,
            ),
        );
        Event::listen(
            PriceChangedElsewhere::class,
            fn (PriceChangedElsewhere $event) => app(HandleExternalPriceChange::class)->handle($event),
        );
        Event::listen(
            MarketObserved::class,
            fn (MarketObserved $event) => app(RequestDecisions::class)->handle($event->workspaceId, $event->listingIds),
        );
    }
}
