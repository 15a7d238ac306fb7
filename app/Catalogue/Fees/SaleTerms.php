<?php

declare(strict_types=1);

namespace App\Catalogue\Fees;

use App\Catalogue\Models\Channel;
use App\Catalogue\Models\Workspace;
use Wrasse\Core\Document\EarningsReader;
use Wrasse\Core\Document\Node;
use Wrasse\Core\Limits\Fee;
use Wrasse\Core\Limits\Tax;
use Wrasse\Core\Money\Currency;
use Wrasse\Core\Money\Percent;

/** What is taken of a sale on a channel, by category; read once for many listings. */
final class SaleTerms
{
    /** @var array<string, array{Channel, Currency, Tax, list<Fee>}> by channel and category */
    private array $known = [];

    public function __construct(private readonly Workspace $workspace)
    {
    }

    /** @return array{Channel, Currency, Tax, list<Fee>} */
    public function of(int $channelId, ?string $category): array
    {
        return $this->known["{$channelId}\0{$category}"] ??= $this->read(Channel::query()->findOrFail($channelId), $category);
    }

    /** @return array{Channel, Currency, Tax, list<Fee>} */
    private function read(Channel $channel, ?string $category): array
    {
        $currency = Currency::of($channel->currency);
        $terms = $channel->termsOf($category, $this->workspace);
        $fees = array_map((new EarningsReader($currency))->fee(...), Node::of($terms['fees'], '$.fees')->items());

        return [$channel, $currency, new Tax(Percent::parse($terms['tax']['percent']), $terms['tax']['included']), $fees];
    }
}
