<?php

declare(strict_types=1);

namespace App\Catalogue\Suppliers;

use App\Accounts\Models\Workspace;
use App\Catalogue\Fees\SaleTerms;
use App\Catalogue\Models\Supplier;
use App\Support\Messages\Message;
use Wrasse\Core\Document\AmountMissing;
use Wrasse\Core\Document\Amounts;
use Wrasse\Core\Document\MarkupReader;
use Wrasse\Core\Document\Node;
use Wrasse\Core\Money\Currency;
use Wrasse\Core\Profit\Earnings;
use Wrasse\Core\Rule\SupplierMarkup;

/** What listings would be offered at by the markup of their supplier. Amounts in minor units. */
final class MarkupPrices
{
    private readonly SaleTerms $terms;

    /** @var array<string, SupplierMarkup|null> by supplier and currency; null where it lacks an amount in that one */
    private array $read = [];

    /** @param  array<string, array<string, mixed>>  $markups  by supplier */
    private function __construct(private readonly Workspace $workspace, private readonly array $markups)
    {
        $this->terms = new SaleTerms($workspace);
    }

    /** With the markups as they are kept. */
    public static function of(Workspace $workspace): self
    {
        $markups = [];
        foreach (Supplier::query()->whereNotNull('markup')->get() as $supplier) {
            $markups[$supplier->name] = $supplier->markup ?? [];
        }

        return new self($workspace, $markups);
    }

    /**
     * With one that is being tried.
     *
     * @param  array<string, mixed>  $markup  as it is kept, checked
     */
    public static function trying(Workspace $workspace, string $supplier, array $markup): self
    {
        return new self($workspace, [$supplier => $markup]);
    }

    /** @return array{price: int, was: int|null, shipping: int|null}|Message or why there is none */
    public function suggest(MarkupListing $listing): array|Message
    {
        $supplier = $listing->supplier;
        if ($supplier === null || ! isset($this->markups[$supplier])) {
            return $supplier === null ? Message::of(
                'supplier_missing',
            ) : Message::of('markup_missing', supplier: $supplier);
        }
        if ($listing->costs->unit === null) {
            return Message::of('cost_missing');
        }
        $currency = $this->terms->of($listing->channelId, $listing->category)->currency;
        $markup = $this->markup($supplier, $currency);
        if ($markup === null) {
            return Message::of('markup_no_amounts', supplier: $supplier, currency: $currency->code);
        }
        $earnings = $this->earnings($listing);
        if ($earnings->isRateMissing) {
            return Message::of('rate_missing');
        }
        $price = $markup->price($earnings);

        return $price === null
            ? Message::of('markup_no_price')
            : [
                'price' => $price,
                'was' => $markup->was($price),
                'shipping' => $markup->shipping($this->shippingCost($listing, $currency)),
            ];
    }

    public function earnings(MarkupListing $listing): Earnings
    {
        return $this->terms->earnings(
            $listing->costs,
            $listing->shipping,
            $listing->fulfilment,
            $this->terms->of($listing->channelId, $listing->category),
        );
    }

    private function markup(string $supplier, Currency $currency): ?SupplierMarkup
    {
        $key = "{$supplier}\0{$currency->code}";
        if (! array_key_exists($key, $this->read)) {
            $own = Node::of(['currency' => $this->workspace->currency])->at('currency');
            try {
                $this->read[$key] = (new MarkupReader($currency, new Amounts($currency, $own)))->supplier(
                    Node::of($this->markups[$supplier], '$.markup'),
                );
            } catch (AmountMissing) {
                $this->read[$key] = null;
            }
        }

        return $this->read[$key];
    }

    /** What sending it costs us, in the currency of the listing. */
    private function shippingCost(MarkupListing $listing, Currency $currency): int
    {
        $costs = $this->terms->costCurrency($listing->costs->currency);

        return $costs === $currency
            ? $listing->costs->shipping
            : $this->terms->conversions->ofCosts($costs, $currency)?->of($listing->costs->shipping) ?? 0;
    }
}
