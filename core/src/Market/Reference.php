<?php

declare(strict_types=1);

namespace Wrasse\Core\Market;

/** The figure a rule aims at. */
interface Reference
{
    /** In minor units, in the basis of the field; null where there is none. */
    public function figure(Field $field): ?int;

    /** How a sentence calls it, such as "the lowest offer". */
    public function says(): string;
}
