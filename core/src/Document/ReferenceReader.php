<?php

declare(strict_types=1);

namespace Wrasse\Core\Document;

use Wrasse\Core\Market\AverageReference;
use Wrasse\Core\Market\BuyBoxReference;
use Wrasse\Core\Market\CurrentReference;
use Wrasse\Core\Market\HighestReference;
use Wrasse\Core\Market\ListPriceReference;
use Wrasse\Core\Market\LowestReference;
use Wrasse\Core\Market\MeanReference;
use Wrasse\Core\Market\MedianReference;
use Wrasse\Core\Market\NthReference;
use Wrasse\Core\Market\Reference;
use Wrasse\Core\Market\RrpReference;
use Wrasse\Core\Market\SellerReference;

use function array_map;
use function count;

/** Reads which figure is compared with. */
final readonly class ReferenceReader
{
    private const MOST_IN_A_MEAN = 20;

    /** @throws InvalidDocument */
    public function read(Node $reference): Reference
    {
        return $reference->find('mean') === null ? $this->single($reference) : $this->mean($reference);
    }

    private function single(Node $reference): Reference
    {
        $reference->object('of', 'n', 'seller', 'else');
        $else = ($given = $reference->find('else')) === null ? null : $this->read($given);

        return $reference->by('of', [
            'lowest' => fn () => new LowestReference(),
            'nth' => fn () => new NthReference($reference->at('n')->int(1, 1_000_000)),
            'buy_box' => fn () => new BuyBoxReference($else),
            'average' => fn () => new AverageReference(),
            'median' => fn () => new MedianReference(),
            'highest' => fn () => new HighestReference(),
            'seller' => fn () => new SellerReference($reference->at('seller')->string(), $else),
            'rrp' => fn () => new RrpReference($else),
            'list_price' => fn () => new ListPriceReference($else),
            'current' => fn () => new CurrentReference(),
        ]);
    }

    private function mean(Node $reference): MeanReference
    {
        $items = $reference->object('mean')->at('mean')->items();
        if (count($items) < 2 || count($items) > self::MOST_IN_A_MEAN) {
            throw $reference->at('mean')->expected('two to '.self::MOST_IN_A_MEAN.' references');
        }

        return new MeanReference(array_map($this->read(...), $items));
    }
}
