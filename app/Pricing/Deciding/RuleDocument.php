<?php

declare(strict_types=1);

namespace App\Pricing\Deciding;

use Wrasse\Core\Document\InvalidDocument;
use Wrasse\Core\Document\Node;
use Wrasse\Core\Document\RuleReader;
use Wrasse\Core\Money\Currency;
use Wrasse\Core\Rule\Rule;

/** A rule as it is kept, read once for each currency however many listings are on it. */
final class RuleDocument
{
    /** @var array<string, Rule> */
    private array $read = [];

    /** @param  array<string, mixed>  $document */
    public function __construct(public readonly array $document)
    {
    }

    /** What a listing without a rule is looked at with: the cheapest comparable offer, matched. */
    public static function usual(): self
    {
        return new self(['version' => 1, 'kind' => 'competitive', 'reference' => ['of' => 'lowest']]);
    }

    /** @throws InvalidDocument */
    public function read(string $currency): Rule
    {
        return $this->read[$currency] ??= (new RuleReader(Currency::of($currency)))->read(Node::of($this->document, '$.rule'));
    }
}
