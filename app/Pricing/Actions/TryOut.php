<?php

declare(strict_types=1);

namespace App\Pricing\Actions;

use App\Catalogue\Listings\ListingSelection;
use App\Catalogue\Models\Workspace;
use App\Pricing\Deciding\Decided;
use App\Pricing\Deciding\Decider;
use App\Pricing\Deciding\ListingRows;
use App\Pricing\Deciding\RuleDocument;
use App\Support\Http\DocumentField;
use Carbon\CarbonImmutable;
use Illuminate\Support\Facades\DB;
use Wrasse\Core\Insight\MoneyAtPace;

/** What a rule document would do to listings, without changing anything. */
final readonly class TryOut
{
    /** So many listings at most are tried at once. */
    public const MOST = 10_000;

    private const DAYS = 30;

    public function __construct(private Decider $decider)
    {
    }

    /**
     * @param  array<string, mixed>  $document
     * @param  list<int>|null  $listingIds
     * @param  array<string, mixed>  $filter
     * @return array{list<Decided>, MoneyAtPace} what was decided, and what it comes to on what was sold in 30 days
     */
    public function handle(Workspace $workspace, array $document, ?array $listingIds, array $filter): array
    {
        SaveRule::check($workspace, $document);
        $ids = (new ListingSelection($workspace->id, $listingIds, $filter))->query()->orderBy('l.sku')->orderBy('l.id')->limit(self::MOST)->pluck('l.id');
        $rule = new RuleDocument($document);
        $decided = [];
        $money = new MoneyAtPace;
        foreach ($ids->chunk(500) as $chunk) {
            $rows = array_values(ListingRows::withMarket($workspace->id)->whereIn('l.id', $chunk)->reorder('l.sku')->orderBy('l.id')->get()->all());
            $sold = DB::table('sales_days')->whereIn('listing_id', $chunk)->where('day', '>=', now()->subDays(self::DAYS)->toDateString())->groupBy('listing_id')->selectRaw('listing_id, sum(units) AS units')->pluck('units', 'listing_id')->all();
            foreach (DocumentField::check(fn () => $this->decider->decide($workspace, $rows, fn () => $rule, CarbonImmutable::now())) as $one) {
                $money->add($one->decision, (int) ($sold[$one->row->id] ?? 0));
                $decided[] = $one;
            }
        }

        return [$decided, $money];
    }
}
