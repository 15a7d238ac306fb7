<?php

declare(strict_types=1);

namespace App\Watching\Trust;

/** A value that a column keeps as JSON. */
interface KeptAsDocument
{
    /** @return array<string, mixed> */
    public function document(): array;

    /** @param  array<string, mixed>  $document  as document() writes it */
    public static function of(array $document): self;
}
