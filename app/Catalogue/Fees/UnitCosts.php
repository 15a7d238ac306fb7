<?php

declare(strict_types=1);

namespace App\Catalogue\Fees;

/** What one unit of a product costs us, in minor units. */
final readonly class UnitCosts
{
    /**
     * @param  int  $shipping  what sending it costs us where we send
     * @param  string|null  $currency  ISO 4217; null: that of the workspace
     */
    public function __construct(
        public ?int $unit,
        public int $inbound,
        public int $packaging,
        public int $handling,
        public int $shipping,
        public ?string $currency = null,
    ) {
    }

    /** @param  object  $row  with the columns of a product's costs */
    public static function ofRow(object $row): self
    {
        return new self(
            $row->cost_minor,
            $row->inbound_minor,
            $row->packaging_minor,
            $row->handling_minor,
            $row->shipping_cost_minor,
            $row->cost_currency,
        );
    }

    /**
     * What comes on top of the unit cost, in minor units. Sending costs us only where we send.
     *
     * @return list<int> inbound, packaging, handling, shipping
     */
    public function onTop(string $fulfilment): array
    {
        return [$this->inbound, $this->packaging, $this->handling, $fulfilment === 'merchant' ? $this->shipping : 0];
    }
}
