<?php

declare(strict_types=1);

namespace Wrasse\Core\Document;

/** A document has amounts, but none in the currency it is read for: amounts are never converted. */
final class AmountMissing extends InvalidDocument
{
}
