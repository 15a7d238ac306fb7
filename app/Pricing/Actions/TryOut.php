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

/** What a rule document would do to listings, without changing anything. */
final readonly class TryOut
{
    /** So many listings at most are tried at once. */
    public const MOST = 5_000;

    public function __construct(private Decider $decider)
    {
    }

    /**
     * @param  array<string, mixed>  $document
     * @param  list<int>|null  $listingIds
     * @param  array<string, mixed>  $filter
     * @return list<Decided>
     */
    public function handle(Workspace $workspace, array $document, ?array $listingIds, array $filter): array
    {
        SaveRule::check($workspace, $document);
        $ids = (new ListingSelection($workspace->id, $listingIds, $filter))->query()->orderBy('l.sku')->orderBy('l.id')->limit(self::MOST)->pluck('l.id');
        $rule = new RuleDocument($document);
        $decided = [];
        foreach ($ids->chunk(500) as $chunk) {
            $rows = array_values(ListingRows::withMarket($workspace->id)->whereIn('l.id', $chunk)->reorder('l.sku')->orderBy('l.id')->get()->all());
            array_push($decided, ...DocumentField::check(fn () => $this->decider->decide($workspace, $rows, fn () => $rule, CarbonImmutable::now())));
        }

        return $decided;
    }
}
