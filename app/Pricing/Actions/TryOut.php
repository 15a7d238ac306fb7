<?php

declare(strict_types=1);

namespace App\Pricing\Actions;

use App\Accounts\Models\Workspace;
use App\Catalogue\Listings\ListingSelection;
use App\Market\RecentSales;
use App\Pricing\Deciding\Decider;
use App\Pricing\Deciding\EvaluatedListing;
use App\Pricing\Deciding\ListingRows;
use App\Pricing\Deciding\RuleDocument;
use App\Support\Database\IdArray;
use App\Support\Http\DocumentField;
use Carbon\CarbonImmutable;
use Generator;

/** What a rule document would do to listings, without changing anything. */
final readonly class TryOut
{
    /** So many listings at most are tried at once. */
    public const MOST = 10_000;

    private const CHUNK = 500;

    public function __construct(private Decider $decider)
    {
    }

    /**
     * @param  array<string, mixed>  $document
     * @param  list<int>|null  $listingIds
     * @param  array<string, mixed>  $filter
     * @return Generator<array{EvaluatedListing, int}> as over()
     */
    public function handle(Workspace $workspace, array $document, ?array $listingIds, array $filter): Generator
    {
        return $this->over($workspace, $document, $this->listings($workspace, $listingIds, $filter));
    }

    /**
     * @param  list<int>|null  $listingIds
     * @param  array<string, mixed>  $filter
     * @return list<int> those that are tried, in the order of SKUs
     */
    public function listings(Workspace $workspace, ?array $listingIds, array $filter): array
    {
        return array_values(
            (new ListingSelection($workspace->id, $listingIds, $filter))
                ->query()
                ->orderBy('l.sku')
                ->orderBy('l.id')
                ->limit(self::MOST)
                ->pluck('l.id')
                ->all(),
        );
    }

    /**
     * One after the other: thousands of decisions with all their offers are too much to be kept at once.
     *
     * @param  array<string, mixed>  $document
     * @param  list<int>  $listingIds
     * @return Generator<array{EvaluatedListing, int}> what was decided, and how much of it was sold in 30 days; in the
     *     order of SKUs
     */
    public function over(Workspace $workspace, array $document, array $listingIds): Generator
    {
        SaveRule::check($workspace, $document);
        $rule = new RuleDocument($document, $workspace->currency);
        foreach (array_chunk($listingIds, self::CHUNK) as $chunk) {
            $rows = ListingRows::read(
                ListingRows::withMarket($workspace->id)
                    ->whereRaw('l.id = ANY(?)', [IdArray::of($chunk)])
                    ->reorder('l.sku')
                    ->orderBy('l.id'),
            );
            $sold = RecentSales::units($workspace->id, $chunk);
            foreach (
                DocumentField::check(
                    fn () => $this->decider->decide($workspace, $rows, fn () => $rule, CarbonImmutable::now()),
                ) as $one
            ) {
                yield [$one, $sold[$one->row->id] ?? 0];
            }
        }
    }
}
