<?php

declare(strict_types=1);

namespace App\Pricing\Deciding;

use App\Catalogue\Models\Listing;
use App\Catalogue\Models\Workspace;
use App\Market\Models\ListingMarket;
use Carbon\CarbonInterface;
use Illuminate\Support\Collection;
use Wrasse\Core\Decision\Evaluation;
use Wrasse\Core\Document\InvalidDocument;
use Wrasse\Core\Document\Node;
use Wrasse\Core\Document\RequestReader;

/** Lets the core decide on listings; writes nothing. */
final readonly class Decider
{
    /**
     * @param  Collection<int, Listing>  $listings  with product and channel
     * @param  callable(Listing): array<string, mixed>  $rule  the rule document for a listing
     * @return list<Decided>
     *
     * @throws InvalidDocument if the rule document is not valid
     */
    public function decide(Workspace $workspace, Collection $listings, callable $rule, CarbonInterface $now): array
    {
        $markets = ListingMarket::query()->whereIn('listing_id', $listings->pluck('id'))->get()->keyBy('listing_id');
        $reader = new RequestReader;
        $decided = [];
        foreach ($listings as $listing) {
            $input = DecisionDocument::of($workspace, $listing, $markets->get($listing->id), $rule($listing), $now);
            $decided[] = new Decided($listing, $input, Evaluation::of($reader->read(Node::of($input))));
        }

        return $decided;
    }
}
