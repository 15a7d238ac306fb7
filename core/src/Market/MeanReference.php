<?php

declare(strict_types=1);

namespace Wrasse\Core\Market;

use Wrasse\Core\Money\Rounding;

use function array_map;
use function count;
use function implode;

/** The mean of other references, half up. */
final readonly class MeanReference implements Reference
{
    /** @param  non-empty-list<Reference>  $references */
    public function __construct(private array $references)
    {
    }

    public function figure(CompetitorSet $field, Listing $listing): ?int
    {
        $sum = 0;
        foreach ($this->references as $reference) {
            $figure = $reference->figure($field, $listing);
            if ($figure === null) {
                return null;
            }
            $sum += $figure;
        }

        return Rounding::halfUp($sum, count($this->references));
    }

    public function name(): string
    {
        return 'the mean of '.implode(' and ', array_map(fn (Reference $one) => $one->name(), $this->references));
    }

    public function says(CompetitorSet $field, Listing $listing): string
    {
        return 'the mean of '.
            implode(' and ', array_map(fn (Reference $one) => $one->says($field, $listing), $this->references));
    }
}
