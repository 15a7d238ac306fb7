<?php

declare(strict_types=1);

namespace Wrasse\Core\Market;

final readonly class LowestReference implements Reference
{
    public function figure(Field $field): ?int
    {
        return $field->lowest();
    }

    public function says(): string
    {
        return 'the lowest offer';
    }
}
