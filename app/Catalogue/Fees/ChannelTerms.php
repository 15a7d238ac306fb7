<?php

declare(strict_types=1);

namespace App\Catalogue\Fees;

use App\Channels\Models\Channel;
use Wrasse\Core\Money\Currency;
use Wrasse\Core\Profit\Fee;
use Wrasse\Core\Profit\Tax;

/**
 * What is taken of a sale of a category on a channel, with what else is asked of the channel for every one of its
 * listings.
 */
final readonly class ChannelTerms
{
    public string $name;

    public string $seller;

    public bool $isOn;

    /** @param  list<Fee>  $fees */
    public function __construct(public Channel $channel, public Currency $currency, public Tax $tax, public array $fees)
    {
        $this->name = $channel->name;
        $this->seller = $channel->seller;
        $this->isOn = $channel->automation_on;
    }
}
