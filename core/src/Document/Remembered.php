<?php

declare(strict_types=1);

namespace Wrasse\Core\Document;

use const JSON_THROW_ON_ERROR;

use function count;
use function json_encode;

/**
 * What parts of documents were read to: the fees, tax and limits of one listing mostly stand in the documents of many.
 *
 * @template T
 */
final class Remembered
{
    private const MOST = 256;

    /** @var array<string, T> */
    private array $known = [];

    /**
     * @param  callable(): T  $read
     * @return T
     */
    public function of(?Node $part, callable $read): mixed
    {
        $key = json_encode($part?->raw(), JSON_THROW_ON_ERROR);
        if (! isset($this->known[$key])) {
            $value = $read();
            $this->known = count($this->known) < self::MOST ? $this->known : [];
            $this->known[$key] = $value;
        }

        return $this->known[$key];
    }
}
