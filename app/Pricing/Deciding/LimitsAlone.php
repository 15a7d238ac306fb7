<?php

declare(strict_types=1);

namespace App\Pricing\Deciding;

use App\Accounts\Models\Workspace;
use App\Catalogue\Currencies\Conversions;
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

    /** @param  string|null  $day  whose tax is meant, such as 2027-01-01; null: today where the workspace is */
    public function __construct(
        private readonly Workspace $workspace,
        ?Conversions $conversions = null,
        ?string $day = null,
    ) {
        $this->terms = new SaleTerms($workspace, $conversions, $day);
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
        $terms = $this->limits->ofNames($row->scopes($sale->name), $row->limits, $sale->currency->code);
        if (in_array('reference', array_column([...$terms['floor'], ...$terms['ceiling']], 'kind'), true)) {
            return null;
        }
        // Recommended and advertised prices are in the currency of the workspace, and never converted.
        $isOwn = $sale->currency->code === $this->workspace->currency;
        $listing = new Listing(
            $row->sku,
            $sale->currency,
            $sale->seller,
            $row->price_minor,
            $this->terms->earnings($row->costs(), $row->shipping_minor, $row->fulfilment, $sale),
            rrp: $isOwn ? $row->rrp_minor : null,
            map: $isOwn ? $row->map_minor : null,
        );

        return [$listing, $reader->read(Node::of($terms, '$.limits'))->solve($listing, $this->nobody)];
    }
}
