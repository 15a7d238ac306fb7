<?php

declare(strict_types=1);

namespace App\Catalogue\Suppliers;

use App\Accounts\Models\Workspace;
use App\Catalogue\Fees\SaleTerms;
use App\Catalogue\Fees\UnitCosts;
use App\Catalogue\Models\Supplier;
use stdClass;
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

    /**
     * @param  stdClass  $row  channel_id, category, supplier, fulfilment, shipping_minor and the costs of a listing
     * @return array{price: int, was: int|null, shipping: int|null}|string or why there is none
     */
    public function suggest(stdClass $row): array|string
    {
        $markup = $row->supplier === null ? null : $this->markups[$row->supplier] ?? null;
        if ($markup === null) {
            return $row->supplier === null ? 'It has no supplier.' : "{$row->supplier} has no markup.";
        }
        if ($row->cost_minor === null) {
            return 'It has no cost.';
        }
        $price = $markup->price($this->earnings($row));

        return $price === null
            ? 'No price earns the least profit wanted.'
            : [
                'price' => $price,
                'was' => $markup->was($price),
                'shipping' => $markup->shipping((int) $row->shipping_cost_minor),
            ];
    }

    public function earnings(stdClass $row): Earnings
    {
        return SaleTerms::earnings(
            UnitCosts::ofRow($row),
            $row->shipping_minor,
            $row->fulfilment,
            $this->terms->of((int) $row->channel_id, $row->category),
        );
    }
}
