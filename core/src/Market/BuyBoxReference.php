<?php

declare(strict_types=1);

namespace Wrasse\Core\Market;

/** What the buy box holder asks; without a rival that holds it, what the other reference says. */
final readonly class BuyBoxReference implements Reference
{
    public function __construct(private Reference $else = new LowestReference)
    {
    }

    public function figure(Field $field): ?int
    {
        return $field->buyBox() ?? $this->else->figure($field);
    }

    public function says(): string
    {
        return 'the buy box';
    }
}
