<?php

declare(strict_types=1);

namespace Wrasse\Core\Document;

use InvalidArgumentException;

/**
 * A document that does not say what it must: where, as a JSON path such as "$.rule.position", and what was expected.
 */
class InvalidDocument extends InvalidArgumentException
{
    public function __construct(public readonly string $path, public readonly string $expected)
    {
        parent::__construct("{$path}: expected {$expected}");
    }
}
