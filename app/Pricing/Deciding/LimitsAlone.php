<?php

declare(strict_types=1);

namespace App\Pricing\Deciding;

use App\Accounts\Models\Workspace;
use App\Catalogue\Fees\SaleTerms;
use App\Catalogue\Limits\InheritedLimits;
use Wrasse\Core\Document\LimitsReader;
use Wrasse\Core\Document\Node;
use Wrasse\Core\Limits\Limits;
use Wrasse\Core\Market\CompetitorSet;
use Wrasse\Core\Market\Listing;
use Wrasse\Core\Money\Basis;

/**
 * Floors, ceilings and earnings of listings whose market does not matter for them: what a change of cost, fee or margin
 * asks for, a hundred thousand times over. The core works them out; nothing is written.
 */
final class LimitsAlone
{
    private readonly InheritedLimits $limits;

    private readonly CompetitorSet $nobody;

    private readonly SaleTerms $terms;

    /** @var array<string, LimitsReader> by currency */
    private array $readers = [];

    public function __construct(Workspace $workspace)
    {
        $this->terms = new SaleTerms($workspace);
        $this->limits = InheritedLimits::in($workspace);
        $this->nobody = new CompetitorSet(Basis::Landed, [], [], []);
    }

    /**
     * @return array{Listing, Limits}|null null where one of its terms follows the market
     */
    public function of(ListingRow $row): ?array
    {
        $sale = $this->terms->of($row->channel_id, $row->category);
        $reader = $this->readers[$sale->currency->code] ??= new LimitsReader($sale->currency);
        $terms = $this->limits->ofNames($row->scopes($sale->name), $row->limits);
        if (in_array('reference', array_column([...$terms['floor'], ...$terms['ceiling']], 'kind'), true)) {
            return null;
        }
        $listing = new Listing(
            $row->sku,
            $sale->currency,
            $sale->seller,
            $row->price_minor,
            SaleTerms::earnings($row->costs(), $row->shipping_minor, $row->fulfilment, $sale),
            rrp: $row->rrp_minor,
            map: $row->map_minor,
        );

        return [$listing, $reader->read(Node::of($terms, '$.limits'))->solve($listing, $this->nobody)];
    }
}
