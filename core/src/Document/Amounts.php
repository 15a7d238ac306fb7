<?php

declare(strict_types=1);

namespace Wrasse\Core\Document;

use Wrasse\Core\Money\Currency;

use function array_map;
use function is_string;

/**
 * Reads amounts that are meant for listings of several currencies: a decimal in the one currency that the document is
 * in, or a decimal for each currency, such as {"EUR": "0.05", "CHF": "0.06"}.
 */
final readonly class Amounts
{
    /** What plain decimals are in. */
    public Currency $plain;

    /**
     * @param  Currency  $currency  that of the listing
     * @param  Node|null  $plain  names the currency of plain decimals; that of the listing where it is left out
     *
     * @throws InvalidDocument
     */
    public function __construct(private Currency $currency, ?Node $plain = null)
    {
        $this->plain = $plain === null ? $currency : EarningsReader::currency($plain);
    }

    /**
     * @param  callable(Currency): int|null  $least  the least that is taken in a currency, in minor units; 0 where it
     *     is left out
     * @return int in minor units of the listing's currency
     *
     * @throws AmountMissing if there is none in that currency
     * @throws InvalidDocument
     */
    public function read(Node $amount, ?callable $least = null): int
    {
        $found = null;
        foreach ($this->given($amount) as [$currency, $node]) {
            $read = $node->amount($currency, $least === null ? 0 : $least($currency));
            $found = $currency === $this->currency ? $read : $found;
        }

        return $found ?? throw new AmountMissing($amount->path(), "an amount in {$this->currency->code}");
    }

    /** @return list<array{Currency, Node}> */
    private function given(Node $amount): array
    {
        if (is_string($amount->raw()) || ! $amount->isList()) {
            return [[$this->plain, $amount]];
        }

        return array_map(
            fn (string $code) => [EarningsReader::currency($amount->key($code)), $amount->at($code)],
            $amount->keys(),
        );
    }
}
