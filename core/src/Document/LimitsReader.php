<?php

declare(strict_types=1);

namespace Wrasse\Core\Document;

use Wrasse\Core\Limits\AmountTerm;
use Wrasse\Core\Limits\CeilingTerm;
use Wrasse\Core\Limits\FloorTerm;
use Wrasse\Core\Limits\LimitTerms;
use Wrasse\Core\Limits\MapFloor;
use Wrasse\Core\Limits\MarginCeiling;
use Wrasse\Core\Limits\MarginFloor;
use Wrasse\Core\Limits\MarkupCeiling;
use Wrasse\Core\Limits\MarkupFloor;
use Wrasse\Core\Limits\MissingAmount;
use Wrasse\Core\Limits\ProfitCeiling;
use Wrasse\Core\Limits\ProfitFloor;
use Wrasse\Core\Limits\ReferenceCeiling;
use Wrasse\Core\Limits\ReferenceFloor;
use Wrasse\Core\Limits\RrpCeiling;
use Wrasse\Core\Limits\Term;
use Wrasse\Core\Market\Reference;
use Wrasse\Core\Money\Currency;
use Wrasse\Core\Money\Percent;

use function array_map;

/** Reads the floor and ceiling terms of a listing. */
final class LimitsReader
{
    /** @var Remembered<LimitTerms> */
    private readonly Remembered $terms;

    public function __construct(private readonly Currency $currency)
    {
        $this->terms = new Remembered();
    }

    /** @throws InvalidDocument */
    public function read(Node $limits): LimitTerms
    {
        return $this->terms->of($limits, fn () => $this->terms($limits));
    }

    private function terms(Node $limits): LimitTerms
    {
        $limits->object('floor', 'ceiling');

        return new LimitTerms(
            array_map($this->floor(...), $limits->find('floor')?->items() ?? []),
            array_map($this->ceiling(...), $limits->find('ceiling')?->items() ?? []),
        );
    }

    private function floor(Node $term): FloorTerm
    {
        return $term->by('kind', [
            'amount' => fn () => $this->amount($term, fn (int $amount) => new AmountTerm($amount)),
            'margin' => fn () => new MarginFloor($this->margin($term)),
            'markup' => fn () => new MarkupFloor($this->markup($term)),
            'profit' => fn () => $this->amount($term, fn (int $amount) => new ProfitFloor($amount)),
            'map' => fn () => $this->map($term),
            'reference' => fn () => new ReferenceFloor($this->reference($term)),
        ]);
    }

    private function ceiling(Node $term): CeilingTerm
    {
        return $term->by('kind', [
            'amount' => fn () => $this->amount($term, fn (int $amount) => new AmountTerm($amount)),
            'rrp' => fn () => new RrpCeiling(
                $term->object('kind', 'percent')->find('percent')?->percent(1_000) ?? Percent::of(100),
            ),
            'markup' => fn () => new MarkupCeiling($this->markup($term)),
            'margin' => fn () => new MarginCeiling($this->margin($term)),
            'profit' => fn () => $this->amount($term, fn (int $amount) => new ProfitCeiling($amount)),
            'reference' => fn () => new ReferenceCeiling($this->reference($term)),
        ]);
    }

    private function map(Node $term): MapFloor
    {
        $term->object('kind');

        return new MapFloor();
    }

    /**
     * @template T of FloorTerm|CeilingTerm
     *
     * @param  callable(int): T  $make
     * @return T|MissingAmount
     */
    private function amount(Node $term, callable $make): Term
    {
        $term->object('kind', 'amount', 'currency');
        try {
            return $make((new Amounts($this->currency, $term->find('currency')))->read($term->at('amount')));
        } catch (AmountMissing) {
            return new MissingAmount();
        }
    }

    private function margin(Node $term): Percent
    {
        return $term->object('kind', 'percent')->at('percent')->percent(100, below: true);
    }

    private function reference(Node $term): Reference
    {
        return (new ReferenceReader())->read($term->object('kind', 'reference')->at('reference'));
    }

    private function markup(Node $term): Percent
    {
        return $term->object('kind', 'percent')->at('percent')->percent(10_000);
    }
}
