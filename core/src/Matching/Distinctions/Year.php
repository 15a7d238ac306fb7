<?php

declare(strict_types=1);

namespace Wrasse\Core\Matching\Distinctions;

use Wrasse\Core\Matching\Agreement;
use Wrasse\Core\Matching\TitleText;

/** A calendar of one year is not that of another. */
final readonly class Year implements Distinction
{
    public function kind(): string
    {
        return 'year';
    }

    public function takenFrom(TitleText $title): array
    {
        $years = [];
        foreach ($title->take('/(?<![\p{L}\p{N}.,\-\/])((?:19[89]|20[0-4])\d)(?![\p{L}\p{N}]|[.,\-]\d| ?(?:ml|mm|g|mah|w|k|rpm|lm)(?!\p{L}))/u') as $found) {
            $years[] = (string) $found[1];
        }

        return array_values(array_unique($years));
    }

    public function agreement(array $ours, array $theirs): ?Agreement
    {
        return Agreement::ofSets($ours, $theirs);
    }
}
