<?php

declare(strict_types=1);

namespace App\Catalogue\Fees;

use App\Accounts\Models\Workspace;
use App\Catalogue\Currencies\Conversions;
use App\Channels\Models\Channel;
use Wrasse\Core\Document\EarningsReader;
use Wrasse\Core\Document\Node;
use Wrasse\Core\Money\Currency;
use Wrasse\Core\Money\InvalidAmount;
use Wrasse\Core\Money\Percent;
use Wrasse\Core\Profit\Earnings;
use Wrasse\Core\Profit\Tax;

/** What is taken of a sale on a channel, by category; read once for many listings. */
final class SaleTerms
{
    /** @var array<int, array<string, ChannelTerms>> by channel and category */
    private array $known = [];

    /** @var array<int, Channel> */
    private array $channels = [];

    private readonly Currency $own;

    public readonly Conversions $conversions;

    private readonly TaxRates $taxes;

    /** @param  string|null  $day  whose tax is meant, such as 2027-01-01; null: today where the workspace is */
    public function __construct(
        private readonly Workspace $workspace,
        ?Conversions $conversions = null,
        ?string $day = null,
    ) {
        $this->taxes = new TaxRates($day ?? now($workspace->time_zone)->toDateString());
        $this->own = $workspace->money();
        $this->conversions = $conversions ?? new Conversions($workspace);
    }

    public function of(int $channelId, ?string $category): ChannelTerms
    {
        return $this->known[$channelId][$category ?? ''] ??= $this->read(
            $this->channels[$channelId] ??= Channel::query()->findOrFail($channelId),
            $category,
        );
    }

    /** @param  int  $shipping  what the buyer pays for it, in minor units */
    public function earnings(UnitCosts $costs, int $shipping, string $fulfilment, ChannelTerms $terms): Earnings
    {
        $currency = $this->costCurrency($costs->currency);
        $onTop = $costs->onTop($fulfilment);
        if ($currency === $terms->currency) {
            return Earnings::of($costs->unit, $onTop, $shipping, $terms->tax, $terms->fees);
        }
        $conversion = $this->conversions->ofCosts($currency, $terms->currency);
        try {
            return Earnings::converting($costs->unit, $onTop, $conversion, $shipping, $terms->tax, $terms->fees);
        } catch (InvalidAmount) {
            // Beyond all amounts: as good as none.
            return Earnings::converting($costs->unit, $onTop, null, $shipping, $terms->tax, $terms->fees);
        }
    }

    /**
     * At which rates its costs are converted, as the core's document has it; null where they need not or cannot be.
     *
     * @return array<string, mixed>|null
     */
    public function conversion(?string $costCurrency, ChannelTerms $terms): ?array
    {
        $currency = $this->costCurrency($costCurrency);

        return $currency === $terms->currency ? null : $this->conversions->document($currency, $terms->currency);
    }

    /** What costs are in where nothing else is said. */
    public function costCurrency(?string $code): Currency
    {
        return $code === null ? $this->own : Currency::of($code);
    }

    /**
     * What is taken of a sale of something of that category, as the pricing core's document has it: the fees and tax
     * that the channel has for the category, else its own, else the tax of its country, else that of the workspace.
     *
     * @return array{fees: list<array<string, mixed>>, tax: array{percent: string, included: bool}}
     */
    public function document(Channel $channel, ?string $category): array
    {
        $own = $category === null ? null : $channel->categories[$category] ?? null;

        return [
            'fees' => $own['fees'] ?? $channel->fees,
            'tax' => [
                'percent' => (string) Percent::parse(
                    $own['tax_percent'] ?? $channel->tax_percent
                        ?? $this->taxes->percent($channel->country, $category) ?? $this->workspace->tax_percent,
                ),
                'included' => $channel->tax_included
                    ?? ($this->workspace->tax_included && ! TaxRates::isShownWithout($channel->country)),
            ],
        ];
    }

    private function read(Channel $channel, ?string $category): ChannelTerms
    {
        $currency = Currency::of($channel->currency);
        $terms = $this->document($channel, $category);
        $fees = array_map((new EarningsReader($currency))->fee(...), Node::of($terms['fees'], '$.fees')->items());

        return new ChannelTerms(
            $channel,
            $currency,
            new Tax(Percent::parse($terms['tax']['percent']), $terms['tax']['included']),
            $fees,
        );
    }
}
