<?php

declare(strict_types=1);

namespace Wrasse\Core\Document;

use Wrasse\Core\Limits\AmountTerm;
use Wrasse\Core\Limits\CeilingTerm;
use Wrasse\Core\Limits\FloorTerm;
use Wrasse\Core\Limits\LimitTerms;
use Wrasse\Core\Limits\MapFloor;
use Wrasse\Core\Limits\MarginFloor;
use Wrasse\Core\Limits\MarkupCeiling;
use Wrasse\Core\Limits\MarkupFloor;
use Wrasse\Core\Limits\ProfitFloor;
use Wrasse\Core\Limits\RrpCeiling;
use Wrasse\Core\Money\Currency;
use Wrasse\Core\Money\Percent;

/** Reads the floor and ceiling terms of a listing. */
final readonly class LimitsReader
{
    public function __construct(private Currency $currency)
    {
    }

    /** @throws InvalidDocument */
    public function read(Node $limits): LimitTerms
    {
        $limits->object('floor', 'ceiling');

        return new LimitTerms(
            array_map($this->floor(...), $limits->find('floor')?->items() ?? []),
            array_map($this->ceiling(...), $limits->find('ceiling')?->items() ?? []),
        );
    }

    private function floor(Node $term): FloorTerm
    {
        return match ($term->at('kind')->oneOf('amount', 'margin', 'markup', 'profit', 'map')) {
            'amount' => new AmountTerm($term->object('kind', 'amount')->at('amount')->amount($this->currency, 1)),
            'margin' => new MarginFloor($term->object('kind', 'percent')->at('percent')->percent(100, below: true)),
            'markup' => new MarkupFloor($term->object('kind', 'percent')->at('percent')->percent(10_000)),
            'profit' => new ProfitFloor($term->object('kind', 'amount')->at('amount')->amount($this->currency)),
            default => $this->map($term),
        };
    }

    private function map(Node $term): MapFloor
    {
        $term->object('kind');

        return new MapFloor;
    }

    private function ceiling(Node $term): CeilingTerm
    {
        return match ($term->at('kind')->oneOf('amount', 'rrp', 'markup')) {
            'amount' => new AmountTerm($term->object('kind', 'amount')->at('amount')->amount($this->currency, 1)),
            'markup' => new MarkupCeiling($term->object('kind', 'percent')->at('percent')->percent(10_000)),
            default => new RrpCeiling($term->object('kind', 'percent')->find('percent')?->percent(1_000) ?? Percent::of(100)),
        };
    }
}
