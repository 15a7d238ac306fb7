<?php

declare(strict_types=1);

namespace Wrasse\Core\Market;

/** The middle offer; of an even number the mean of the middle two, half up. */
final readonly class MedianReference extends FieldReference
{
    protected function of(Field $field): ?int
    {
        return $field->median();
    }

    public function name(): string
    {
        return 'the middle of the offers';
    }
}
