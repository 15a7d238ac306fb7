<?php

declare(strict_types=1);

namespace Wrasse\Core\Matching\Distinctions;

use Wrasse\Core\Matching\Agreement;
use Wrasse\Core\Matching\Phrases;
use Wrasse\Core\Matching\TitleText;

/** A distinction whose values have names. */
final readonly class NamedDistinction implements Distinction
{
    private Phrases $phrases;

    /** @param  array<string, string>  $meanings  of phrases */
    public function __construct(private string $kind, array $meanings)
    {
        $this->phrases = new Phrases($meanings);
    }

    public function kind(): string
    {
        return $this->kind;
    }

    public function takenFrom(TitleText $title): array
    {
        return $this->phrases->takenFrom($title);
    }

    public function agreement(array $ours, array $theirs): ?Agreement
    {
        return Agreement::ofSets($ours, $theirs);
    }
}
