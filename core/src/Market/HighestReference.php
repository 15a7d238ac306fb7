<?php

declare(strict_types=1);

namespace Wrasse\Core\Market;

/** The dearest offer that counts. */
final readonly class HighestReference extends FieldReference
{
    protected function of(Field $field): ?int
    {
        return $field->highest();
    }

    public function name(): string
    {
        return 'the highest offer';
    }
}
