<?php

declare(strict_types=1);

namespace App\Pricing\Deciding;

use App\Catalogue\Limits\InheritedLimits;
use App\Catalogue\Models\Listing;
use App\Catalogue\Models\Workspace;
use App\Market\Models\ListingMarket;
use Carbon\CarbonInterface;
use Illuminate\Support\Collection;
use Illuminate\Support\Facades\DB;
use Wrasse\Core\Decision\Evaluation;
use Wrasse\Core\Document\InvalidDocument;
use Wrasse\Core\Document\Node;
use Wrasse\Core\Document\RequestReader;
use Wrasse\Core\Rule\Rule;

/** Lets the core decide on listings; writes nothing. */
final readonly class Decider
{
    public function __construct(private RecentChanges $changes)
    {
    }

    /**
     * @param  Collection<int, Listing>  $listings  with channel, product and its supplier
     * @param  callable(Listing): RuleDocument  $rule  the rule for a listing
     * @return list<Decided>
     *
     * @throws InvalidDocument if a rule document is not valid
     */
    public function decide(Workspace $workspace, Collection $listings, callable $rule, CarbonInterface $now): array
    {
        $listings = $listings->values();
        $ids = array_values($listings->pluck('id')->all());
        $markets = ListingMarket::query()->whereIn('listing_id', $ids)->get()->keyBy('listing_id');
        $documents = $listings->map($rule)->all();
        $rules = $listings->map(fn (Listing $listing, int $i) => $documents[$i]->read($listing->channel->currency))->all();
        $changes = $this->changes->since($now->toImmutable()->subDay(), $ids);
        $days = max([0, ...array_map(fn (Rule $one) => $one->kind->daysOfSales(), $rules)]);
        $sales = $days === 0 ? [] : $this->sales($ids, $now, $days);
        $limits = InheritedLimits::in($workspace);
        $writer = new DecisionDocument($workspace, $limits, $now);
        $reader = new RequestReader;
        $decided = [];
        foreach ($listings as $i => $listing) {
            $input = $writer->of($listing, $markets->get($listing->id), $documents[$i], $changes[$listing->id] ?? 0, $sales[$listing->id] ?? []);
            $decided[] = new Decided($listing, $limits, $input, Evaluation::of($reader->read(Node::of($input), $rules[$i])));
        }

        return $decided;
    }

    /**
     * @param  list<int>  $ids
     * @return array<int, list<array{date: string, units: int, in_stock: bool}>> by listing
     */
    private function sales(array $ids, CarbonInterface $now, int $days): array
    {
        $sales = [];
        $rows = DB::table('sales_days')->whereIn('listing_id', $ids)->where('day', '>=', $now->toImmutable()->utc()->subDays($days)->toDateString())->orderBy('day')->get(['listing_id', 'day', 'units', 'in_stock']);
        foreach ($rows as $row) {
            $sales[(int) $row->listing_id][] = ['date' => (string) $row->day, 'units' => (int) $row->units, 'in_stock' => (bool) $row->in_stock];
        }

        return $sales;
    }
}
