<?php

declare(strict_types=1);

namespace App\Catalogue\Suppliers;

use App\Accounts\Models\Workspace;
use App\Catalogue\Fees\SaleTerms;
use App\Catalogue\Models\Supplier;
use Wrasse\Core\Document\MarkupReader;
use Wrasse\Core\Document\Node;
use Wrasse\Core\Profit\Earnings;
use Wrasse\Core\Rule\SupplierMarkup;

/** What listings would be offered at by the markup of their supplier. Amounts in minor units. */
final class MarkupPrices
{
    private readonly SaleTerms $terms;

    /** @param  array<string, SupplierMarkup>  $markups  by supplier */
    private function __construct(Workspace $workspace, private readonly array $markups)
    {
        $this->terms = new SaleTerms($workspace);
    }

    /** With the markups as they are kept. */
    public static function of(Workspace $workspace): self
    {
        $reader = new MarkupReader($workspace->money());
        $markups = [];
        foreach (Supplier::query()->whereNotNull('markup')->get() as $supplier) {
            $markups[$supplier->name] = $reader->supplier(Node::of($supplier->markup ?? []));
        }

        return new self($workspace, $markups);
    }

    /** With one that is being tried. */
    public static function trying(Workspace $workspace, string $supplier, SupplierMarkup $markup): self
    {
        return new self($workspace, [$supplier => $markup]);
    }

    /** @return array{price: int, was: int|null, shipping: int|null}|string or why there is none */
    public function suggest(MarkupListing $listing): array|string
    {
        $supplier = $listing->supplier;
        $markup = $supplier === null ? null : $this->markups[$supplier] ?? null;
        if ($markup === null) {
            return $supplier === null ? 'It has no supplier.' : "{$supplier} has no markup.";
        }
        if ($listing->costs->unit === null) {
            return 'It has no cost.';
        }
        $price = $markup->price($this->earnings($listing));

        return $price === null
            ? 'No price earns the least profit wanted.'
            : [
                'price' => $price,
                'was' => $markup->was($price),
                'shipping' => $markup->shipping($listing->costs->shipping),
            ];
    }

    public function earnings(MarkupListing $listing): Earnings
    {
        return SaleTerms::earnings(
            $listing->costs,
            $listing->shipping,
            $listing->fulfilment,
            $this->terms->of($listing->channelId, $listing->category),
        );
    }
}
