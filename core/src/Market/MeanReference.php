<?php

declare(strict_types=1);

namespace Wrasse\Core\Market;

use Wrasse\Core\Money\Rounding;
use Wrasse\Core\Trail\Message;
use Wrasse\Core\Trail\Phrase;

use function array_map;
use function count;

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

    public function name(): Message
    {
        return $this->meanOf(array_map(fn (Reference $one) => $one->name(), $this->references));
    }

    public function says(CompetitorSet $field, Listing $listing): Message
    {
        return $this->meanOf(array_map(fn (Reference $one) => $one->says($field, $listing), $this->references));
    }

    /** @param  non-empty-list<Message>  $names */
    private function meanOf(array $names): Message
    {
        $all = array_reduce(
            array_slice($names, 1),
            fn (Message $all, Message $one) => Phrase::And->with(['first' => $all, 'second' => $one]),
            $names[0],
        );

        return Phrase::MeanOf->with(['all' => $all]);
    }
}
